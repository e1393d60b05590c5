import { IconEye } from '@tabler/icons-react';
import { LOOKING_AIDS, type LookingAid, useHand } from '../bench/hand-store';
import { AID_LOOKS } from './looking-aids';

/** One switch for how the picture is looked at. */
export function AidSwitch() {
  const aid = useHand((state) => state.aid);
  return (
    <label className="flex h-7 items-center gap-1 px-1">
      <IconEye size={15} aria-hidden />
      <span className="sr-only">Look at</span>
      <select
        aria-label="How the picture is looked at"
        value={aid}
        className="h-6 cursor-pointer bg-float text-base-content"
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
