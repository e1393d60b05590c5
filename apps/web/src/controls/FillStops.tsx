import type { Colour } from '@diplex/core';
import type { Fill, FillColour, Gradient, GradientStop } from '@diplex/document';
import { Amount } from './Amount';
import { Choice } from './Choice';
import { ColourField } from './ColourField';
import { PlainButton } from './PlainButton';
import { ShareAmount } from './ShareAmount';

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

interface FillStopsProps {
  readonly fill: Fill;
  readonly onTry: (fill: Fill) => void;
  readonly onSet: (fill: Fill) => void;
}

/** The colour of a fill, or all those of a gradient with their places. */
export function FillStops({ fill, onTry, onSet }: FillStopsProps) {
  const stop = (words: string, value: FillColour, set: (colour: FillColour) => Fill) => (
    <div key={words} className="mt-1.5 flex items-center gap-2 text-[12.5px] text-quiet">
      <ColourField
        label={`${words}: colour`}
        value={value}
        onTry={(colour: Colour) => onTry(set({ ...value, ...colour }))}
        onSet={(colour: Colour) => onSet(set({ ...value, ...colour }))}
      />
      <div className="flex-1">
        <ShareAmount
          label={words}
          value={value.alpha}
          onTry={(alpha) => onTry(set({ ...value, alpha }))}
          onSet={(alpha) => onSet(set({ ...value, alpha }))}
        />
      </div>
    </div>
  );
  if (fill.by === 'colour') return stop('Colour', fill.colour, (colour) => ({ ...fill, colour }));
  return (
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
            onTry={(to) => onTry(withStop(fill, i, { at: to / 100, colour }))}
            onSet={(to) => onSet(withStop(fill, i, { at: to / 100, colour }))}
          />
          <PlainButton
            words={`Take colour ${i + 2} out`}
            onPress={() => onSet(withStop(fill, i, null))}
          />
        </div>
      ))}
      {stop('To', fill.last, (last) => ({ ...fill, last }))}
      <div className="mt-1.5 flex flex-wrap items-center gap-1.5">
        <PlainButton
          words="One more colour"
          hint="In the widest gap between the colours that there are"
          disabled={(fill.between ?? []).length >= MOST_BETWEEN}
          onPress={() => onSet(withMore(fill))}
        />
        <Choice
          label="Colours are mixed in"
          value={fill.mixIn ?? 'encoded'}
          options={[
            { value: 'encoded', words: 'RGB' },
            { value: 'oklab', words: 'OKLab', hint: 'Steps look even, and blue keeps its hue' },
          ]}
          onChoose={(mixIn) => onSet({ ...fill, mixIn })}
        />
      </div>
    </>
  );
}
