import { IconEye } from '@tabler/icons-react';
import { LOOKING_AIDS, type LookingAid, useHand } from '../bench/hand-store';
import { AID_LOOKS } from './looking-aids';

/** One switch for how the picture is looked at, in its upper left corner. */
export function AidSwitch() {
  const aid = useHand((state) => state.aid);
  return (
    <label className="absolute top-2.5 left-3 flex h-7 items-center gap-1.5 rounded-md bg-float px-2 text-[11.5px] text-quiet">
      <IconEye size={15} aria-hidden />
      <span className="sr-only">Look at</span>
      <select
        aria-label="How the picture is looked at"
        value={aid}
        className="cursor-pointer bg-float text-base-content"
        onChange={(event) => useHand.getState().take({ aid: event.target.value as LookingAid })}
      >
        {LOOKING_AIDS.map((each) => (
          <option key={each} value={each}>
            {AID_LOOKS[each].words}
          </option>
        ))}
      </select>
    </label>
  );
}
