import { isGenerated, layerById, perform as performed } from '@diplex/document';
import { GENERATED, type GeneratedDefinition } from '@diplex/steps';
import { useCallback } from 'react';
import { useComposition } from '../../bench/composition-store';
import { useHand } from '../../bench/hand-store';
import { useLayerInHand } from '../../bench/use-layer-in-hand';
import { Section, showInspectorTop } from '../../controls/Inspector';
import { SampleCard } from '../family/SampleCard';
import { GeneratedRows } from './GeneratedRows';
import { layGenerated, layingOf } from './generated-layers';
import { useLookForLight, useSceneLight } from './scene-light';

function GeneratedCard({ definition }: { readonly definition: GeneratedDefinition }) {
  const light = useSceneLight((state) => state.light);
  const inHand = useHand((state) => state.layer);
  const sample = useCallback(
    (composition: Parameters<typeof layingOf>[0]) => {
      const layer = layerById(composition, inHand ?? '');
      const { operation, args } = layingOf(composition, layer, definition, light);
      return performed(composition, operation, args).composition;
    },
    [definition, inHand, light],
  );
  return (
    <SampleCard
      words={definition.words}
      finds={definition.finds}
      sample={sample}
      onChoose={() => {
        layGenerated(definition);
        showInspectorTop();
      }}
    />
  );
}

interface GeneratedSectionProps {
  readonly group: GeneratedDefinition['group'];
  readonly title: string;
}

/** The generated layer in hand, and those of a group that can be laid, each with a picture of what it would do here. */
export function GeneratedSection({ group, title }: GeneratedSectionProps) {
  const layer = useLayerInHand();
  const shown = useComposition((state) => state.preview ?? state.composition);
  useLookForLight();
  if (!layer) return null;
  const now = layerById(shown, layer.id) ?? layer;
  return (
    <>
      {isGenerated(now) && <GeneratedRows layer={now} />}
      <Section title={title} aside={`before ${layer.name}`}>
        <div className="grid grid-cols-2 gap-1.5">
          {GENERATED.filter(({ definition }) => definition.group === group).map(
            ({ definition }) => (
              <GeneratedCard key={definition.kind} definition={definition} />
            ),
          )}
        </div>
      </Section>
    </>
  );
}
