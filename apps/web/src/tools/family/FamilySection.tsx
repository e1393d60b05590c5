import type { Composition } from '@diplex/document';
import { definitionOf, type StepDefinition } from '@diplex/steps';
import { useCallback } from 'react';
import { useHand } from '../../bench/hand-store';
import { useLayerInHand } from '../../bench/use-layer-in-hand';
import { suits } from '../../chain/step-commands';
import { Section, showInspectorTop } from '../../controls/Inspector';
import { FAMILIES, type FamilyName } from './families';
import { takeFamilyStep, withTaken } from './family-steps';
import { SampleCard } from './SampleCard';
import { useFamily } from './settings';

function StepCard({ definition }: { readonly definition: StepDefinition }) {
  const inHand = useHand((state) => state.layer);
  const onto = useFamily((state) => state.onto);
  const sample = useCallback(
    (composition: Composition) => withTaken(composition, definition, { inHand, onto }),
    [definition, inHand, onto],
  );
  return (
    <SampleCard
      words={definition.words}
      finds={definition.finds}
      sample={sample}
      onChoose={() => {
        takeFamilyStep(definition);
        showInspectorTop();
      }}
    />
  );
}

/** The steps of a family, each with a picture of what it would do. */
export function FamilySection({ name }: { readonly name: FamilyName }) {
  const layer = useLayerInHand();
  if (!layer) return null;
  const { title, kinds } = FAMILIES[name];
  const definitions = kinds.map(definitionOf).filter((each) => suits(layer, each));
  return (
    <Section title={title}>
      <div className="grid grid-cols-2 gap-1.5">
        {definitions.map((definition) => (
          <StepCard key={definition.kind} definition={definition} />
        ))}
      </div>
    </Section>
  );
}
