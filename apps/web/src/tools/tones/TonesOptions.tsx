import {
  setTones,
  TONE_COMPONENTS,
  type ToneComponent,
  type TonesSettings,
} from '@diplex/document';
import { useComposition } from '../../bench/composition-store';
import { Pick } from '../../controls/Pick';
import { ShareAmount } from '../../controls/ShareAmount';
import { usePartOfKind } from '../part-of-kind';
import { useToning } from './settings';
import { addTones, TONES, toneOfRange, toneRange } from './tones-tool';

/** What the tones in hand are like, and every new ones after them. */
export function TonesOptions() {
  const toning = useToning();
  const inHand = usePartOfKind('tones');
  const { perform, tryOut } = useComposition.getState();
  const named = inHand && toneOfRange(inHand.part);
  const args = (settings: TonesSettings) =>
    inHand && { mask: inHand.mask, part: inHand.part.id, settings };
  const chooseComponent = (component: ToneComponent) => {
    toning.set({ component });
    const asked = args({ component });
    if (asked) perform(setTones, asked);
  };
  const setBreadth = (breadth: number, by: typeof perform | typeof tryOut) => {
    toning.set({ breadth });
    const asked = named && args(toneRange(named.name, breadth));
    if (asked) by(setTones, asked);
  };
  return (
    <>
      <Pick
        label="Component"
        value={inHand?.part.component ?? toning.component}
        options={TONE_COMPONENTS.map((each) => ({ value: each, words: each }))}
        onChoose={chooseComponent}
      />
      <ShareAmount
        layout="stack"
        label="Breadth"
        value={named?.breadth ?? toning.breadth}
        onTry={(value) => setBreadth(value, tryOut)}
        onSet={(value) => setBreadth(value, perform)}
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
