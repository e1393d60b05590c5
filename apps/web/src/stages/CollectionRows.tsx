import { IconX } from '@tabler/icons-react';
import { useId, useState } from 'react';
import { useShelf } from '../bench/shelf-store';
import { IconButton } from '../controls/IconButton';
import type { Source } from '../link/server';
import { collectionsOf } from '../shelf/shelf-view';

interface CollectionRowsProps {
  readonly source: Source;
  readonly onSet: (collections: readonly string[]) => void;
}

/** The longest name of a collection. */
const LONGEST = 80;

/** The collections that a source belongs to; it is put into another one by its name, and taken out of each. */
export function CollectionRows({ source, onSet }: CollectionRowsProps) {
  const id = useId();
  const [typed, setTyped] = useState('');
  const known = collectionsOf(useShelf((state) => state.sources));
  const { collections } = source;
  const add = () => {
    const name = typed.trim();
    if (name && !collections.includes(name)) onSet([...collections, name]);
    setTyped('');
  };
  return (
    <div className="grid gap-1 text-[12.5px]">
      {collections.length > 0 && (
        <ul aria-label="Collections" className="flex flex-wrap gap-1">
          {collections.map((name) => (
            <li key={name} className="flex items-center gap-0.5 rounded-md bg-base-200 pl-2">
              {name}
              <IconButton
                small
                icon={IconX}
                words={`Out of ${name}`}
                onPress={() => onSet(collections.filter((each) => each !== name))}
              />
            </li>
          ))}
        </ul>
      )}
      <label htmlFor={id} className="text-[11.5px] text-faint">
        Put into a collection
      </label>
      <input
        id={id}
        list={`${id}-known`}
        value={typed}
        maxLength={LONGEST}
        placeholder="its name, then Enter"
        onChange={(event) => setTyped(event.target.value)}
        onKeyDown={(event) => event.key === 'Enter' && add()}
        onBlur={add}
        className="w-full select-text rounded-md bg-base-200 px-2 py-1 text-base-content"
      />
      <datalist id={`${id}-known`}>
        {known
          .filter((name) => !collections.includes(name))
          .map((name) => (
            <option key={name} value={name} />
          ))}
      </datalist>
    </div>
  );
}
