import { IconColumns2 } from '@tabler/icons-react';
import { useShelf } from '../bench/shelf-store';
import { useWindow } from '../bench/window-store';
import { Section } from '../controls/Inspector';
import { PlainButton } from '../controls/PlainButton';
import type { Source } from '../link/server';
import { SourceReadingRows } from '../readings/SourceReadingRows';
import { useSourceReading } from '../readings/use-source-reading';

/** What the chosen source shows by itself, and a way to another one beside it. */
export function SourceReadings({ source }: { readonly source: Source }) {
  return (
    <Section title="Readings" aside={source.kind === 'tip' ? 'a brush tip' : undefined}>
      <Readings source={source} />
      <div className="mt-2">
        <PlainButton
          icon={IconColumns2}
          words="Set another beside it"
          hint="Two sources side by side, and what would be hard about combining them"
          disabled={useShelf((state) => state.sources.length) < 2}
          onPress={() => useWindow.getState().open('beside-source')}
        />
      </div>
    </Section>
  );
}

function Readings({ source }: { readonly source: Source }) {
  const state = useSourceReading(source);
  if (state.kind === 'reading') return <p className="text-[12.5px] text-quiet">Reading …</p>;
  if (state.kind === 'failed') return <p className="text-[12.5px] text-warning">{state.words}</p>;
  return <SourceReadingRows source={source} reading={state.reading} />;
}
