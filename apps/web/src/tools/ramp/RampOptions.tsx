import { FALLOFFS, RAMP_SHAPES, setRamp } from '@diplex/document';
import { useComposition } from '../../bench/composition-store';
import { Choice } from '../../controls/Choice';
import { usePartOfKind } from '../part-of-kind';
import { type Ramping, useRamping } from './settings';

/** What the ramp in hand is like, and every new one after it. */
export function RampOptions() {
  const ramping = useRamping();
  const inHand = usePartOfKind('ramp');
  const { shape, falloff } = inHand?.part ?? ramping;
  const change = (settings: Partial<Ramping>) => {
    ramping.set(settings);
    if (!inHand) return;
    const { mask, part } = inHand;
    useComposition.getState().perform(setRamp, { mask, part: part.id, settings });
  };
  return (
    <>
      <Choice
        label="Form"
        value={shape}
        options={RAMP_SHAPES.map((value) => ({ value, words: value }))}
        onChoose={(next) => change({ shape: next })}
      />
      <Choice
        label="Falloff"
        value={falloff}
        options={FALLOFFS.map((value) => ({ value, words: value }))}
        onChoose={(next) => change({ falloff: next })}
      />
    </>
  );
}
