import type { Layer } from '@diplex/document';
import { useHand } from '../bench/hand-store';
import { Section } from '../controls/Inspector';
import { Pick } from '../controls/Pick';
import { paintStepMask } from './step-commands';

/** Whose mask the tools make: the layer's own, or that of one of its steps. */
export function MaskedStep({ layer }: { readonly layer: Layer }) {
  const maskedStep = useHand((state) => state.maskedStep);
  const { take } = useHand.getState();
  if (layer.steps.length === 0) return null;
  return (
    <Section>
      <Pick
        label="The tools make the mask of"
        value={maskedStep ?? ''}
        options={[
          { value: '', words: layer.name },
          ...layer.steps.map(({ id, name }) => ({ value: id, words: `${name} (step)` })),
        ]}
        onChoose={(id) => {
          const step = layer.steps.find((each) => each.id === id);
          if (step) paintStepMask(layer, step);
          else take({ maskedStep: null, part: null });
        }}
      />
    </Section>
  );
}
