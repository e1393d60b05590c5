import {
  RANGES,
  SHAPE_RULES,
  type Shape,
  type ShapeLayer,
  type ShapeStroke,
  setShapes,
} from '@diplex/document';
import { IconTrash } from '@tabler/icons-react';
import { useComposition } from '../bench/composition-store';
import { Amount } from '../controls/Amount';
import { IconButton } from '../controls/IconButton';
import { Section } from '../controls/Inspector';
import { Pick } from '../controls/Pick';
import { StrokeRows } from '../controls/StrokeRows';
import { chosenShape } from '../tools/shape/chosen-shape';
import { useShaping } from '../tools/shape/settings';

const KIND_WORDS: Readonly<Record<Shape['kind'], string>> = {
  ...{ box: 'Box', oval: 'Oval', polygon: 'Polygon', curve: 'Curve' },
};

const FRAME = [
  { key: 'x', words: 'Shape across', most: 8000, unit: 'px' },
  { key: 'y', words: 'Shape down', most: 8000, unit: 'px' },
  { key: 'width', words: 'Shape width', most: 8000, unit: 'px' },
  { key: 'height', words: 'Shape height', most: 8000, unit: 'px' },
  { key: 'turn', words: 'Shape turn', most: 360, unit: '°' },
] as const;

/** The shapes of a layer: which there are, how they meet, their numbers, and their stroke. */
export function ShapeSection({ layer }: { readonly layer: ShapeLayer }) {
  const { set } = useShaping();
  const { perform, tryOut } = useComposition.getState();
  const { shapes, stroke } = layer.content;
  const shape = chosenShape(layer);
  const changed = (next: Shape) => ({
    layer: layer.id,
    change: { shapes: shapes.map((each) => (each.id === next.id ? next : each)) },
  });
  const setting = (change: (value: number) => Shape) => ({
    onTry: (value: number) => tryOut(setShapes, changed(change(value))),
    onSet: (value: number) => perform(setShapes, changed(change(value))),
  });
  const stroked = (next: ShapeStroke | null) => ({ layer: layer.id, change: { stroke: next } });
  return (
    <Section title="Shapes" aside={`${shapes.length}`}>
      {shapes.map((each, i) => (
        <div key={each.id} className="flex items-center gap-1.5" data-testid="shape">
          <input
            type="radio"
            name="shape"
            className="radio radio-xs radio-primary"
            aria-label={`${KIND_WORDS[each.kind]} ${i + 1}`}
            checked={each === shape}
            onChange={() => set({ shape: each.id })}
          />
          <span className="flex-1 text-[12.5px]">
            {KIND_WORDS[each.kind]} {i + 1}
          </span>
          {i > 0 && (
            <Pick
              label={`How ${KIND_WORDS[each.kind]} ${i + 1} meets`}
              value={each.rule}
              options={SHAPE_RULES.map((value) => ({ value, words: value }))}
              onChoose={(rule) => perform(setShapes, changed({ ...each, rule }))}
            />
          )}
          <IconButton
            small
            icon={IconTrash}
            words={`Delete ${KIND_WORDS[each.kind]} ${i + 1}`}
            disabled={shapes.length === 1}
            onPress={() =>
              perform(setShapes, {
                layer: layer.id,
                change: { shapes: shapes.filter(({ id }) => id !== each.id) },
              })
            }
          />
        </div>
      ))}
      {shape && shape.kind !== 'curve' && (
        <div className="mt-1">
          {FRAME.map(({ key, words, most, unit }) => (
            <Amount
              key={key}
              label={words}
              value={shape[key]}
              min={key === 'width' || key === 'height' ? 1 : -most}
              max={most}
              step={0.1}
              unit={unit}
              {...setting((value) => ({ ...shape, [key]: value }))}
            />
          ))}
          {shape.kind === 'box' && (
            <Amount
              label="Round corners"
              value={shape.radius}
              min={0}
              max={Math.max(1, Math.min(shape.width, shape.height) / 2)}
              step={0.5}
              unit="px"
              {...setting((radius) => ({ ...shape, radius }))}
            />
          )}
          {shape.kind === 'polygon' && (
            <Amount
              label="Sides"
              value={shape.sides}
              range={RANGES.sides}
              step={1}
              {...setting((sides) => ({ ...shape, sides: Math.round(sides) }))}
            />
          )}
        </div>
      )}
      <StrokeRows
        stroke={stroke}
        onTry={(next) => tryOut(setShapes, stroked(next))}
        onSet={(next) => perform(setShapes, stroked(next))}
      />
    </Section>
  );
}
