import { useId } from 'react';
import { useComposition } from '../bench/composition-store';
import { useDeliveries, wordsFor } from '../bench/deliver-store';
import { Section } from '../controls/Inspector';
import type { FileWords } from '../link/server';

const FIELDS: readonly { key: keyof FileWords; words: string; hint: string }[] = [
  { key: 'description', words: 'Description', hint: 'what is to be seen' },
  { key: 'creator', words: 'Creator', hint: 'besides those of the sources' },
  { key: 'credit', words: 'Credit', hint: 'how it is to be credited' },
  { key: 'rights', words: 'Rights', hint: 'besides those of the sources' },
  { key: 'place', words: 'Place', hint: 'left out of the files when empty' },
];

/** What the files say of themselves. */
export function FileWordsRows() {
  const state = useDeliveries();
  const composition = useComposition((each) => each.id);
  const words = wordsFor(state, composition ?? '');
  const { setWords } = state;
  const title = useComposition((state) => state.composition.title);
  const id = useId();
  return (
    <Section title="What the files say" begins="folded" aside="EXIF and XMP">
      <div className="grid gap-1">
        {[{ key: 'title' as const, words: 'Title', hint: title }, ...FIELDS].map((field) => (
          <label
            key={field.key}
            htmlFor={`${id}-${field.key}`}
            className="grid grid-cols-[84px_1fr] items-center gap-2 text-[12px] text-quiet"
          >
            {field.words}
            <input
              id={`${id}-${field.key}`}
              value={words[field.key] ?? ''}
              maxLength={2000}
              placeholder={field.hint}
              onChange={(event) => setWords({ [field.key]: event.target.value })}
              className="min-w-0 select-text rounded-md bg-base-200 px-2 py-1 text-base-content"
            />
          </label>
        ))}
      </div>
    </Section>
  );
}
