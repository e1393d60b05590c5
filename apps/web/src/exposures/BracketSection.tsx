import type { AlignedBy } from '@diplex/engine';
import { IconStack2 } from '@tabler/icons-react';
import { useEffect, useState } from 'react';
import { goToStage } from '../bench/navigation';
import { useShelf } from '../bench/shelf-store';
import { Choice } from '../controls/Choice';
import { counted } from '../controls/counted';
import { Section } from '../controls/Inspector';
import { PlainButton } from '../controls/PlainButton';
import { type FoundBracket, useBrackets } from './brackets-store';
import { layBracket } from './lay-bracket';

function BracketRow({ bracket }: { readonly bracket: FoundBracket }) {
  const sources = useShelf((state) => state.sources);
  const frames = bracket.hashes.flatMap((hash) => sources.find((each) => each.hash === hash) ?? []);
  const chosen = useShelf((state) => bracket.hashes.includes(state.chosen ?? ''));
  const [free, setFree] = useState<AlignedBy>('shift, turn and scale');
  if (frames.length < 2) return null;
  return (
    <li className="grid gap-1 rounded-md bg-base-200 p-2 text-[12.5px]" data-testid="bracket">
      <p className={chosen ? 'font-semibold' : ''}>
        Bracket of {counted(frames.length, 'exposure')}
      </p>
      <ul className="text-quiet">
        {frames.map(({ hash, title, name }, i) => (
          <li key={hash} className="flex gap-2">
            <span className="mr-auto truncate">{title || name}</span>
            <span className="tabular-nums">
              {i === 0 ? 'darkest' : `+${(bracket.stops[i] ?? 0).toFixed(1)} stops`}
            </span>
          </li>
        ))}
      </ul>
      <Choice
        label="How they are aligned"
        value={free}
        options={[
          { value: 'shift, turn and scale', words: 'by shift and turn' },
          {
            value: 'perspective',
            words: 'in perspective',
            hint: 'For a camera that was tilted between exposures',
          },
        ]}
        onChoose={setFree}
      />
      <PlainButton
        icon={IconStack2}
        words="Lay as a group"
        hint="Aligns the exposures and lays them in order, the darkest farthest"
        onPress={() => {
          layBracket(frames, free);
          goToStage('match');
        }}
      />
    </li>
  );
}

/** The brackets among the photographs on the shelf. */
export function BracketSection() {
  const sources = useShelf((state) => state.sources);
  const { found, look } = useBrackets();
  // What cannot be looked at now is when the shelf changes; brackets are a help, not a need.
  // biome-ignore lint/correctness/useExhaustiveDependencies: the shelf is what is looked at
  useEffect(() => {
    // Whoever goes on to another stage does not wait for it there.
    const stop = new AbortController();
    void look(stop.signal).catch(() => undefined);
    return () => stop.abort();
  }, [sources, look]);
  if (found.length === 0) return null;
  return (
    <Section title="Brackets" aside={counted(found.length, 'bracket')}>
      <ul className="grid gap-2">
        {found.map((bracket) => (
          <BracketRow key={bracket.hashes.join()} bracket={bracket} />
        ))}
      </ul>
    </Section>
  );
}
