import type { Colour } from '@diplex/core';
import {
  contentBounds,
  type Fill,
  type FillColour,
  type Layer,
  type Rect,
  setFill,
} from '@diplex/document';
import { useComposition } from '../bench/composition-store';
import { Choice } from '../controls/Choice';
import { ColourField } from '../controls/ColourField';
import { Section } from '../controls/Inspector';
import { ShareAmount } from '../controls/ShareAmount';

const KINDS: readonly { readonly value: Fill['by']; readonly words: string }[] = [
  { value: 'colour', words: 'colour' },
  { value: 'straight', words: 'straight' },
  { value: 'round', words: 'round' },
];

/** The same fill in another way. */
function turnedInto(by: Fill['by'], fill: Fill, bounds: Rect): Fill {
  const first = fill.by === 'colour' ? fill.colour : fill.first;
  if (by === 'colour') return { by, colour: first };
  const last = fill.by === 'colour' ? { ...first, alpha: 0 } : fill.last;
  const { x, y, width, height } = bounds;
  const middle = { x: x + width / 2, y: y + height / 2 };
  const way =
    by === 'round'
      ? { from: middle, to: { x: x + width, y: middle.y } }
      : { from: { x: middle.x, y }, to: { x: middle.x, y: y + height } };
  return { by, ...way, first, last };
}

interface FillRowsProps {
  readonly layer: Layer;
  readonly fill: Fill;
}

/** What a fill layer, or shapes, are filled with. */
export function FillRows({ layer, fill }: FillRowsProps) {
  const { perform, tryOut, composition } = useComposition.getState();
  const args = (next: Fill) => ({ layer: layer.id, fill: next });
  const stop = (words: string, value: FillColour, set: (colour: FillColour) => Fill) => (
    <div key={words} className="mt-1.5 flex items-center gap-2 text-[12.5px] text-quiet">
      <ColourField
        label={`${words}: colour`}
        value={value}
        onSet={(colour: Colour) => perform(setFill, args(set({ ...value, ...colour })))}
      />
      <div className="flex-1">
        <ShareAmount
          label={words}
          value={value.alpha}
          onTry={(alpha) => tryOut(setFill, args(set({ ...value, alpha })))}
          onSet={(alpha) => perform(setFill, args(set({ ...value, alpha })))}
        />
      </div>
    </div>
  );
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
      {fill.by === 'colour' ? (
        stop('Colour', fill.colour, (colour) => ({ ...fill, colour }))
      ) : (
        <>
          {stop('From', fill.first, (first) => ({ ...fill, first }))}
          {stop('To', fill.last, (last) => ({ ...fill, last }))}
          <p className="mt-1.5 text-[11.5px] text-faint">
            Drag the knobs on the picture to lay the gradient.
          </p>
        </>
      )}
    </Section>
  );
}
