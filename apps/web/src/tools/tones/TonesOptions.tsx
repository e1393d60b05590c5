import { TONE_COMPONENTS } from '@diplex/document';
import { Pick } from '../../controls/Pick';
import { ShareAmount } from '../../controls/ShareAmount';
import { useToning } from './settings';
import { addTones, TONES } from './tones-tool';

/** What new tones are like. */
export function TonesOptions() {
  const toning = useToning();
  const { set } = toning;
  return (
    <>
      <Pick
        label="Component"
        value={toning.component}
        options={TONE_COMPONENTS.map((each) => ({ value: each, words: each }))}
        onChoose={(component) => set({ component })}
      />
      <ShareAmount
        layout="stack"
        label="Breadth"
        value={toning.breadth}
        onTry={(value) => set({ breadth: value })}
        onSet={(value) => set({ breadth: value })}
      />
      <div className="flex gap-1">
        {TONES.map((name) => (
          <button
            key={name}
            type="button"
            aria-label={`Add ${name}`}
            onClick={() => addTones(name)}
            className="h-8 cursor-pointer rounded-lg bg-secondary px-2.5 capitalize text-[12px] text-secondary-content hover:brightness-110"
          >
            {name}
          </button>
        ))}
      </div>
    </>
  );
}
