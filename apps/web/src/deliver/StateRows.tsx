import { useEffect, useMemo } from 'react';
import { useComposition } from '../bench/composition-store';
import { useVersions } from '../bench/versions-store';
import { Amount } from '../controls/Amount';
import { Choice } from '../controls/Choice';
import { Pick } from '../controls/Pick';
import { PlainButton } from '../controls/PlainButton';
import type { FileRequest } from '../link/server';

/** A file, and how it is changed. */
export interface RowProps {
  readonly file: FileRequest;
  readonly change: (next: Partial<FileRequest>) => void;
}

/** So many states are taken when they are to be spread over the history. */
const SPREAD = 12;

interface State {
  readonly value: string;
  readonly words: string;
}

/** All states that a composition was in, the first one first; then its versions. */
function useStates(): readonly State[] {
  const { entries, position } = useComposition((state) => state.history);
  const id = useComposition((state) => state.id);
  const { versions, load } = useVersions();
  useEffect(() => {
    if (id) void load();
  }, [id, load]);
  return useMemo(
    () => [
      { value: 'step:0', words: 'as it began' },
      ...entries.slice(0, position).map((entry, i) => ({
        ...{ value: `step:${i + 1}`, words: `${i + 1}. ${entry.words}` },
      })),
      ...versions.map(({ id: version, name }) => ({
        ...{ value: `version:${version}`, words: `version “${name}”` },
      })),
    ],
    [entries, position, versions],
  );
}

export function ComparisonRows({ file, change }: RowProps) {
  const states = useStates();
  const { before = 'first', way = 'side', line = 0.5 } = file;
  return (
    <>
      <Pick
        label="Before"
        value={before}
        options={[{ value: 'first', words: 'when the first layer lay there' }, ...states]}
        onChoose={(value) => change({ before: value })}
      />
      <Choice
        label="How they are laid"
        value={way}
        options={[
          { value: 'side', words: 'Side by side' },
          { value: 'line', words: 'A line between' },
        ]}
        onChoose={(value) => change({ way: value })}
      />
      {way === 'line' && (
        <Amount
          label="Line at"
          value={Math.round(line * 100)}
          {...{ min: 0, max: 100, step: 1, unit: '%' }}
          onSet={(value) => change({ line: value / 100 })}
        />
      )}
    </>
  );
}

/** Places spread evenly over so many, the first and the last among them. */
function spread(count: number): number[] {
  if (count <= SPREAD) return Array.from({ length: count }, (_, i) => i);
  return Array.from({ length: SPREAD }, (_, i) => Math.round((i * (count - 1)) / (SPREAD - 1)));
}

export function StateRows({ file, change }: RowProps) {
  const states = useStates();
  const { states: chosen = [], stays = 700 } = file;
  const ordered = (wanted: ReadonlySet<string>) =>
    states.map(({ value }) => value).filter((value) => wanted.has(value));
  const flip = (value: string) => {
    const next = new Set(chosen);
    if (!next.delete(value)) next.add(value);
    change({ states: ordered(next) });
  };
  const steps = states.filter(({ value }) => value.startsWith('step:'));
  const known = chosen.filter((value) => states.some((state) => state.value === value));
  return (
    <fieldset className="grid gap-1 text-[12px]">
      <legend className="text-[11.5px] text-faint">
        {known.length} of {states.length} states; 2 to 200 make an animation
      </legend>
      <ul className="grid max-h-36 gap-0.5 overflow-y-auto rounded-md bg-base-200 p-1">
        {states.map(({ value, words }) => (
          <li key={value}>
            <label className="flex items-center gap-2">
              <input
                type="checkbox"
                className="checkbox checkbox-xs"
                checked={chosen.includes(value)}
                onChange={() => flip(value)}
              />
              <span className="truncate">{words}</span>
            </label>
          </li>
        ))}
      </ul>
      <div className="flex gap-1.5">
        <PlainButton
          words="Spread over the history"
          hint={`${SPREAD} of its states, or all when there are fewer`}
          onPress={() =>
            change({ states: spread(steps.length).map((i) => (steps[i] as State).value) })
          }
        />
        <PlainButton words="None" onPress={() => change({ states: [] })} />
      </div>
      <Amount
        label="Each stays"
        value={stays}
        {...{ min: 50, max: 5000, step: 50, unit: 'ms', curve: 2 }}
        onSet={(value) => change({ stays: value })}
      />
    </fieldset>
  );
}

export function SheetRows({ file, change }: RowProps) {
  return (
    <Choice
      label="The sheet shows"
      value={file.shows ?? 'versions'}
      options={[
        { value: 'versions', words: 'Now and the versions' },
        { value: 'sources', words: 'The sources' },
      ]}
      onChoose={(shows) => change({ shows })}
    />
  );
}
