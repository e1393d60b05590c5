import { contentBounds, type Fill, type Layer, type Rect, setFill } from '@diplex/document';
import { useComposition } from '../bench/composition-store';
import { Choice } from '../controls/Choice';
import { FillStops } from '../controls/FillStops';
import { Section } from '../controls/Inspector';

const KINDS: readonly { readonly value: Fill['by']; readonly words: string }[] = [
  { value: 'colour', words: 'colour' },
  { value: 'straight', words: 'straight' },
  { value: 'round', words: 'round' },
  { value: 'swept', words: 'swept' },
];

/** The same fill in another way. */
function turnedInto(by: Fill['by'], fill: Fill, bounds: Rect): Fill {
  const first = fill.by === 'colour' ? fill.colour : fill.first;
  if (by === 'colour') return { by, colour: first };
  const last = fill.by === 'colour' ? { ...first, alpha: 0 } : fill.last;
  const { x, y, width, height } = bounds;
  const middle = { x: x + width / 2, y: y + height / 2 };
  const way =
    by !== 'straight'
      ? { from: middle, to: { x: x + width, y: middle.y } }
      : { from: { x: middle.x, y }, to: { x: middle.x, y: y + height } };
  const kept = fill.by === 'colour' ? {} : { between: fill.between, mixIn: fill.mixIn };
  return { by, ...way, first, last, ...kept };
}

interface FillRowsProps {
  readonly layer: Layer;
  readonly fill: Fill;
}

/** What a fill layer, or shapes, are filled with. */
export function FillRows({ layer, fill }: FillRowsProps) {
  const { perform, tryOut, composition } = useComposition.getState();
  const args = (next: Fill) => ({ layer: layer.id, fill: next });
  return (
    <Section title="Fill">
      <Choice
        label="Kind of fill"
        value={fill.by}
        options={KINDS}
        onChoose={(by) =>
          perform(setFill, args(turnedInto(by, fill, contentBounds(composition, layer))))
        }
      />
      <FillStops
        fill={fill}
        onTry={(next) => tryOut(setFill, args(next))}
        onSet={(next) => perform(setFill, args(next))}
      />
      {fill.by !== 'colour' && (
        <p className="mt-1.5 text-[11.5px] text-faint">
          Drag the knobs on the picture to lay the gradient.
        </p>
      )}
    </Section>
  );
}
