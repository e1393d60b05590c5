import { sourcesOf } from '@diplex/document';
import { IconMapPin } from '@tabler/icons-react';
import { useId } from 'react';
import { useComposition } from '../bench/composition-store';
import { useDeliveries, wordsFor } from '../bench/deliver-store';
import { useShelf } from '../bench/shelf-store';
import { Section } from '../controls/Inspector';
import { PlainButton } from '../controls/PlainButton';
import type { FileWords } from '../link/server';

const FIELDS: readonly { key: keyof FileWords; words: string; hint: string }[] = [
  { key: 'description', words: 'Description', hint: 'what is to be seen' },
  { key: 'creator', words: 'Creator', hint: 'besides those of the sources' },
  { key: 'credit', words: 'Credit', hint: 'how it is to be credited' },
  { key: 'rights', words: 'Rights', hint: 'besides those of the sources' },
  { key: 'place', words: 'Place', hint: 'left out of the files when empty' },
];

/** Where the photographs of the composition were taken, each place once. */
function usePlaces(): readonly string[] {
  const composition = useComposition((state) => state.composition);
  const known = useShelf((state) => state.sources);
  const used = new Set(sourcesOf(composition));
  const places = known.filter(({ hash }) => used.has(hash)).map(({ place }) => place);
  return [...new Set(places)].filter((place) => place !== '');
}

interface PlacesFoundProps {
  readonly places: readonly string[];
  readonly onTake: (place: string) => void;
}

/** Places that the photographs tell: none goes into a file unless it is wanted there. */
function PlacesFound({ places, onTake }: PlacesFoundProps) {
  return (
    <p className="flex flex-wrap items-center gap-1.5 text-[11.5px] text-faint">
      Told by the photographs, and left out:
      {places.map((place) => (
        <PlainButton
          key={place}
          icon={IconMapPin}
          words={place}
          hint="Say this place in the files"
          onPress={() => onTake(place)}
        />
      ))}
    </p>
  );
}

/** What the files say of themselves. */
export function FileWordsRows() {
  const state = useDeliveries();
  const composition = useComposition((each) => each.id);
  const words = wordsFor(state, composition ?? '');
  const { setWords } = state;
  const title = useComposition((state) => state.composition.title);
  const id = useId();
  const places = usePlaces();
  return (
    <Section title="What the files say" begins="folded" aside="EXIF, XMP, IPTC">
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
        {places.length > 0 && !words.place && (
          <PlacesFound places={places} onTake={(place) => setWords({ place })} />
        )}
      </div>
    </Section>
  );
}
