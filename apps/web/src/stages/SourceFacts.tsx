import { IconTrash } from '@tabler/icons-react';
import { type ReactNode, useId, useState } from 'react';
import { tellProblem } from '../bench/notice-store';
import { useShelf } from '../bench/shelf-store';
import { Choice } from '../controls/Choice';
import { Section } from '../controls/Inspector';
import { Pick } from '../controls/Pick';
import { PlainButton } from '../controls/PlainButton';
import { wordsOf } from '../link/problem';
import { address, type Source, type SourceChange, type SourceWords } from '../link/server';
import { TERMS } from '../shelf/SourceMarks';
import { CollectionRows } from './CollectionRows';
import { SourceReadings } from './SourceReadings';

function bytesInWords(bytes: number): string {
  return bytes >= 2 ** 20 ? `${(bytes / 2 ** 20).toFixed(1)} MB` : `${Math.ceil(bytes / 1024)} kB`;
}

function dateInWords(iso: string | null): string {
  if (!iso) return 'not known';
  return new Date(iso).toLocaleDateString('en-GB', {
    day: 'numeric',
    month: 'short',
    year: 'numeric',
  });
}

const TERM_OPTIONS = (Object.keys(TERMS) as Source['terms'][]).map((value) => ({
  value,
  words: TERMS[value].words,
}));

/** Changes what is said of a source; tells when it could not be saved. */
async function keep(source: Source, change: SourceChange): Promise<void> {
  try {
    await useShelf.getState().change(source.hash, change);
  } catch (error) {
    tellProblem(`${source.name} was not changed. ${wordsOf(error)}`);
  }
}

/** What is known of the chosen source; title, credit, rights and note can be changed. */
export function SourceFacts() {
  const { sources, chosen } = useShelf();
  const source = sources.find(({ hash, offShelf }) => hash === chosen && !offShelf);
  if (!source) {
    return (
      <Section title="Shelf">
        <p className="text-quiet">Choose a source to see what is known of it.</p>
      </Section>
    );
  }
  const fact = (words: string, value: ReactNode) => (
    <>
      <dt className="text-faint">{words}</dt>
      <dd className="select-text truncate text-right" title={String(value)}>
        {value}
      </dd>
    </>
  );
  return (
    <>
      <Section>
        <img
          src={address.sourceThumbnail(source.hash)}
          alt={source.title}
          className="checks max-h-[190px] w-full rounded-lg object-contain"
        />
      </Section>
      <Section title="Source" aside={source.format}>
        <dl className="grid grid-cols-[84px_1fr] gap-y-1 text-[12.5px]">
          {fact('File', source.name)}
          {fact('Pixels', `${source.width} × ${source.height}`)}
          {fact('Profile', source.profile)}
          {fact('Bits', `${source.bits} per channel${source.channels === 4 ? ', with alpha' : ''}`)}
          {fact('Size', bytesInWords(source.bytes))}
          {fact('Taken', dateInWords(source.takenAt))}
          {source.exposure !== null && fact('Exposure', `EV ${source.exposure.toFixed(1)}`)}
          {source.place !== '' && fact('Place', source.place)}
          {fact('Brought in', dateInWords(source.addedAt))}
          {source.origin !== '' && fact('Came from', source.origin)}
        </dl>
      </Section>
      <SourceReadings source={source} />
      <Section title="Rights and credit">
        <Pick
          label="They allow"
          value={source.terms}
          options={TERM_OPTIONS}
          onChoose={(terms) => void keep(source, { terms })}
        />
        <Field key={`${source.hash}-title`} source={source} name="title" words="Title" />
        <Field key={`${source.hash}-credit`} source={source} name="credit" words="Credit" />
        <Field key={`${source.hash}-rights`} source={source} name="rights" words="Rights" />
        <Field key={`${source.hash}-note`} source={source} name="note" words="Note" rows={4} />
      </Section>
      <Section title="On the shelf">
        <div className="mb-1.5 flex items-center justify-between text-[12.5px] text-quiet">
          It is
          <Choice
            label="What it is for"
            value={source.kind}
            options={[
              { value: 'picture', words: 'a picture' },
              { value: 'tip', words: 'a brush tip', hint: 'Offered as a tip for brushes' },
            ]}
            onChoose={(kind) => void keep(source, { kind })}
          />
        </div>
        <CollectionRows
          key={source.hash}
          source={source}
          onSet={(collections) => void keep(source, { collections })}
        />
        <div className="mt-2">
          <PlainButton
            icon={IconTrash}
            words="Take it off the shelf"
            hint="Only while no composition uses it"
            onPress={() => void useShelf.getState().takeOff(source.hash)}
          />
        </div>
      </Section>
    </>
  );
}

interface FieldProps {
  readonly source: Source;
  readonly name: keyof SourceWords;
  readonly words: string;
  readonly rows?: number;
}

function Field({ source, name, words, rows }: FieldProps) {
  const id = useId();
  const [typed, setTyped] = useState<string | null>(null);
  const change = useShelf((state) => state.change);
  const settle = async () => {
    const value = typed;
    if (value === null || value === source[name]) return setTyped(null);
    try {
      await change(source.hash, { [name]: value });
      setTyped(null);
    } catch (error) {
      // What was typed stays in the field, so that it is not lost.
      tellProblem(`${words} of ${source.name} was not saved. ${wordsOf(error)}`);
    }
  };
  const common = {
    id,
    value: typed ?? source[name],
    className:
      'w-full select-text rounded-md bg-base-200 px-2 py-1 text-[12.5px] text-base-content',
    onBlur: () => void settle(),
  };
  return (
    <div className="mb-1.5 grid gap-0.5 text-[11.5px] text-faint">
      <label htmlFor={id}>{words}</label>
      {rows ? (
        <textarea {...common} rows={rows} onChange={(event) => setTyped(event.target.value)} />
      ) : (
        <input
          {...common}
          maxLength={300}
          onChange={(event) => setTyped(event.target.value)}
          onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
        />
      )}
    </div>
  );
}
