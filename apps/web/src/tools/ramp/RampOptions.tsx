import { FALLOFFS, RAMP_SHAPES } from '@diplex/document';
import { Choice } from '../../controls/Choice';
import { useRamping } from './settings';

/** What a new ramp is like. */
export function RampOptions() {
  const ramping = useRamping();
  const { set } = ramping;
  return (
    <>
      <Choice
        label="Form"
        value={ramping.shape}
        options={RAMP_SHAPES.map((shape) => ({ value: shape, words: shape }))}
        onChoose={(shape) => set({ shape })}
      />
      <Choice
        label="Falloff"
        value={ramping.falloff}
        options={FALLOFFS.map((falloff) => ({ value: falloff, words: falloff }))}
        onChoose={(falloff) => set({ falloff })}
      />
    </>
  );
}
