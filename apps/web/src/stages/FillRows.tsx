import type { Colour } from '@diplex/core';
import {
  contentBounds,
  type Fill,
  type FillColour,
  type Gradient,
  type GradientStop,
  type Layer,
  type Rect,
  setFill,
} from '@diplex/document';
import { useComposition } from '../bench/composition-store';
import { Amount } from '../controls/Amount';
import { Choice } from '../controls/Choice';
import { ColourField } from '../controls/ColourField';
import { Section } from '../controls/Inspector';
import { PlainButton } from '../controls/PlainButton';
import { ShareAmount } from '../controls/ShareAmount';

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

/** Colours that may be added between the ends. */
const MOST_BETWEEN = 12;

/** A gradient with one of the colours between its ends changed, or taken out; they stay in order. */
function withStop(fill: Gradient, place: number, stop: GradientStop | null): Gradient {
  const others = (fill.between ?? []).filter((_, i) => i !== place);
  const between = [...others, ...(stop ? [stop] : [])].sort((a, b) => a.at - b.at);
  return { ...fill, between };
}

/** A gradient with one more colour, the mean of its neighbours, in the widest gap. */
function withMore(fill: Gradient): Gradient {
  const between = fill.between ?? [];
  const stops = [{ at: 0, colour: fill.first }, ...between, { at: 1, colour: fill.last }];
  const gaps = stops.slice(1).map(({ at }, i) => at - (stops[i]?.at ?? 0));
  const widest = gaps.indexOf(Math.max(...gaps));
  const [a, b] = [stops[widest], stops[widest + 1]] as [GradientStop, GradientStop];
  const mean = (key: keyof FillColour) => (a.colour[key] + b.colour[key]) / 2;
  const colour = {
    ...{ r: Math.round(mean('r')), g: Math.round(mean('g')), b: Math.round(mean('b')) },
    alpha: mean('alpha'),
  };
  return withStop(fill, -1, { at: (a.at + b.at) / 2, colour });
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
        onTry={(colour: Colour) => tryOut(setFill, args(set({ ...value, ...colour })))}
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
          {(fill.between ?? []).map(({ at, colour }, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: a colour is its place on the way
            <div key={i} className="mt-1.5 rounded-md bg-base-200 p-1.5" data-testid="stop">
              {stop(`Colour ${i + 2}`, colour, (next) => withStop(fill, i, { at, colour: next }))}
              <Amount
                label={`Colour ${i + 2} at`}
                value={at * 100}
                min={0}
                max={100}
                step={0.1}
                unit="%"
                onTry={(to) => tryOut(setFill, args(withStop(fill, i, { at: to / 100, colour })))}
                onSet={(to) => perform(setFill, args(withStop(fill, i, { at: to / 100, colour })))}
              />
              <PlainButton
                words={`Take colour ${i + 2} out`}
                onPress={() => perform(setFill, args(withStop(fill, i, null)))}
              />
            </div>
          ))}
          {stop('To', fill.last, (last) => ({ ...fill, last }))}
          <div className="mt-1.5 flex flex-wrap items-center gap-1.5">
            <PlainButton
              words="One more colour"
              hint="In the widest gap between the colours that there are"
              disabled={(fill.between ?? []).length >= MOST_BETWEEN}
              onPress={() => perform(setFill, args(withMore(fill)))}
            />
            <Choice
              label="Colours are mixed in"
              value={fill.mixIn ?? 'encoded'}
              options={[
                { value: 'encoded', words: 'RGB' },
                { value: 'oklab', words: 'OKLab', hint: 'Steps look even, and blue keeps its hue' },
              ]}
              onChoose={(mixIn) => perform(setFill, args({ ...fill, mixIn }))}
            />
          </div>
          <p className="mt-1.5 text-[11.5px] text-faint">
            Drag the knobs on the picture to lay the gradient.
          </p>
        </>
      )}
    </Section>
  );
}
