import type { RankedMix } from '@diplex/core';
import {
  type ComponentPart,
  type ComponentSettings,
  type Layer,
  RANGES,
  setComponent,
  VIEW_COMPONENTS,
} from '@diplex/document';
import { useComposition } from '../../bench/composition-store';
import { Amount } from '../../controls/Amount';
import { Section } from '../../controls/Inspector';
import { PlainButton } from '../../controls/PlainButton';
import { useComponentRanks } from '../../picks/use-component-ranks';
import { mixWords } from './component-tool';

interface ComponentRowsProps {
  readonly layer: Layer;
  readonly mask: string;
  readonly part: ComponentPart;
}

/** The separation at which a bar is half full. */
const HALF_BAR = 4;

/** Which components a part is made of, ranked by its samples, and how their values are spread. */
export function ComponentRows({ layer, mask, part }: ComponentRowsProps) {
  const ranks = useComponentRanks(layer, part);
  const { perform, tryOut } = useComposition.getState();
  const args = (settings: ComponentSettings) => ({ mask, part: part.id, settings });
  const inUse = JSON.stringify(part.mix);
  const choose = ({ mix, black, white }: Omit<RankedMix, 'separation'>) =>
    perform(setComponent, args({ mix, black, white }));
  const known = ranks && [
    { words: 'fitted mix', ranked: ranks.fitted },
    ...ranks.single.map((ranked) => ({ words: ranked.component as string, ranked })),
  ];
  const listed =
    known ??
    VIEW_COMPONENTS.map((words) => ({
      words: words as string,
      ranked: { mix: { [words]: 1 }, separation: null, black: part.black, white: part.white },
    }));
  const point = (label: string, key: 'black' | 'white') => (
    <Amount
      label={label}
      value={Math.round(part[key] * 1000) / 10}
      min={-100}
      max={200}
      step={0.1}
      unit="%"
      onTry={(value) =>
        differs(part, key, value) && tryOut(setComponent, args({ [key]: value / 100 }))
      }
      onSet={(value) =>
        differs(part, key, value) && perform(setComponent, args({ [key]: value / 100 }))
      }
    />
  );
  return (
    <Section name="component" title={part.name} aside={ranks ? 'best first' : 'not sampled yet'}>
      <ul aria-label="Components" className="mb-1.5 grid gap-px">
        {listed.map(({ words, ranked }) => (
          <li key={words}>
            <button
              type="button"
              aria-pressed={JSON.stringify(ranked.mix) === inUse}
              onClick={() => choose(ranked)}
              className="flex h-6 w-full cursor-pointer items-center gap-2 rounded-md px-1.5 text-[12px] text-quiet hover:bg-base-200 aria-pressed:bg-neutral aria-pressed:font-semibold aria-pressed:text-neutral-content"
            >
              <span className="w-[86px] text-left">{words}</span>
              <Separation value={ranked.separation} />
            </button>
          </li>
        ))}
      </ul>
      {point('Black point', 'black')}
      {point('White point', 'white')}
      <Amount
        label="Gamma"
        value={part.gamma}
        range={RANGES.gamma}
        step={0.01}
        curve={3}
        onTry={(gamma) => tryOut(setComponent, args({ gamma }))}
        onSet={(gamma) => perform(setComponent, args({ gamma }))}
      />
      <div className="mt-1 grid grid-cols-2 gap-1.5">
        <PlainButton
          words="Turn points"
          hint="Black becomes white and white black"
          onPress={() => perform(setComponent, args({ black: part.white, white: part.black }))}
        />
        <PlainButton
          words="Forget samples"
          disabled={part.samples.length === 0}
          onPress={() => perform(setComponent, args({ samples: [] }))}
        />
      </div>
      <p className="mt-1 text-[11.5px] text-faint">Made of {mixWords(part.mix)}.</p>
    </Section>
  );
}

function differs(part: ComponentPart, key: 'black' | 'white', value: number): boolean {
  return value / 100 !== part[key === 'black' ? 'white' : 'black'];
}

/** How well the samples part, as a bar and a number. */
function Separation({ value }: { readonly value: number | null }) {
  if (value === null) return null;
  return (
    <>
      <span aria-hidden className="h-1.5 flex-1 rounded-full bg-base-300">
        <span
          className="block h-full rounded-full bg-primary"
          style={{ width: `${(100 * value) / (value + HALF_BAR)}%` }}
        />
      </span>
      <span className="w-9 text-right tabular-nums">{value.toFixed(value < 10 ? 1 : 0)}</span>
    </>
  );
}
