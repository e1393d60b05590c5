import { RANGES, SHAPE_RULES } from '@diplex/document';
import { useLayerInHand } from '../../bench/use-layer-in-hand';
import { Amount } from '../../controls/Amount';
import { Choice } from '../../controls/Choice';
import { ColourField } from '../../controls/ColourField';
import { useShaping } from './settings';

const KINDS = ['box', 'oval', 'polygon', 'curve'] as const;

/** What the next shape is, and whether it is a layer of its own. */
export function ShapeOptions() {
  const { kind, rule, sides, colour, set } = useShaping();
  const onShape = useLayerInHand()?.content.kind === 'shape';
  return (
    <>
      <Choice
        label="Shape"
        value={kind}
        options={KINDS.map((value) => ({ value, words: value }))}
        onChoose={(value) => set({ kind: value })}
      />
      {onShape && (
        <Choice
          label="It is"
          value={rule}
          options={[
            { value: 'new', words: 'new layer' },
            ...SHAPE_RULES.map((value) => ({ value, words: value })),
          ]}
          onChoose={(value) => set({ rule: value })}
        />
      )}
      {kind === 'polygon' && (
        <Amount
          layout="stack"
          label="Sides"
          value={sides}
          range={RANGES.sides}
          step={1}
          onSet={(value) => set({ sides: value })}
        />
      )}
      <ColourField
        label="Colour of new shapes"
        value={colour}
        onSet={(value) => set({ colour: { ...value, alpha: 1 } })}
      />
    </>
  );
}
