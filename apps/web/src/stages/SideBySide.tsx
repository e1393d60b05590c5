import { IconArrowLeft, IconArrowsExchange } from '@tabler/icons-react';
import { useShelf } from '../bench/shelf-store';
import { counted } from '../controls/counted';
import { PlainButton } from '../controls/PlainButton';
import { address, type Source } from '../link/server';
import { hardships } from '../readings/hardships';
import { LightnessChart } from '../readings/LightnessChart';
import { SourceReadingRows } from '../readings/SourceReadingRows';
import { type ReadingState, useSourceReading } from '../readings/use-source-reading';
import { SourceMarks } from '../shelf/SourceMarks';

interface SideBySideProps {
  readonly first: Source;
  readonly second: Source;
}

/** Two sources beside each other, what each shows, and what would be hard about combining them. */
export function SideBySide({ first, second }: SideBySideProps) {
  const [one, other] = [useSourceReading(first), useSourceReading(second)];
  const { choose, setBeside } = useShelf.getState();
  const exchange = () => {
    choose(second.hash);
    setBeside(first.hash);
  };
  return (
    <main
      aria-label="Side by side"
      style={{ gridArea: 'picture' }}
      className="overflow-y-auto bg-base-200 p-4"
    >
      <div className="flex gap-2 pb-3">
        <PlainButton
          icon={IconArrowLeft}
          words="Back to the shelf"
          onPress={() => setBeside(null)}
        />
        <PlainButton icon={IconArrowsExchange} words="Change places" onPress={exchange} />
      </div>
      <Hard first={first} second={second} one={one} other={other} />
      <div className="grid grid-cols-2 gap-4">
        <Column source={first} state={one} />
        <Column source={second} state={other} />
      </div>
    </main>
  );
}

interface HardProps extends SideBySideProps {
  readonly one: ReadingState;
  readonly other: ReadingState;
}

function Hard({ first, second, one, other }: HardProps) {
  if (one.kind !== 'read' || other.kind !== 'read') return null;
  const hard = hardships(
    { source: first, reading: one.reading },
    { source: second, reading: other.reading },
  );
  return (
    <section className="mb-4 rounded-lg bg-base-100 p-3" data-testid="hardships">
      <h2 className="pb-1.5 font-semibold text-[12px] text-quiet">
        {hard.length > 0
          ? `What would be hard: ${counted(hard.length, 'thing')}`
          : 'Nothing that is measured would be hard'}
      </h2>
      <div className="grid grid-cols-[1fr_240px] gap-4">
        <ol className="grid content-start gap-1 text-[12.5px]">
          {hard.map(({ what, words }) => (
            <li key={what + words} className="grid grid-cols-[110px_1fr]">
              <span className="text-faint">{what}</span>
              <span className="select-text">{words}</span>
            </li>
          ))}
        </ol>
        <LightnessChart
          subject={one.reading.signature}
          scene={other.reading.signature}
          names={[first.title, second.title]}
        />
      </div>
    </section>
  );
}

function Column({ source, state }: { readonly source: Source; readonly state: ReadingState }) {
  return (
    <section aria-label={source.title} className="grid content-start gap-2">
      <img
        src={address.sourceThumbnail(source.hash)}
        alt={source.title}
        className="checks h-[220px] w-full rounded-lg object-contain"
      />
      <h2 className="flex items-center gap-1.5 text-[13px]">
        {source.title}
        <SourceMarks source={source} />
        <span className="ml-auto text-[11.5px] text-faint">
          {source.width} × {source.height}
        </span>
      </h2>
      <div className="rounded-lg bg-base-100 p-3">
        {state.kind === 'read' ? (
          <SourceReadingRows source={source} reading={state.reading} />
        ) : (
          <p className="text-[12.5px] text-quiet">
            {state.kind === 'failed' ? state.words : 'Reading …'}
          </p>
        )}
      </div>
    </section>
  );
}
