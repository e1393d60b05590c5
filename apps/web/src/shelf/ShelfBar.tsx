import { IconSearch } from '@tabler/icons-react';
import { useShelf } from '../bench/shelf-store';
import { Choice } from '../controls/Choice';
import { counted } from '../controls/counted';
import { Pick } from '../controls/Pick';
import { collectionsOf, SHELF_ORDERS, type ShelfOrder, type ShelfView } from './shelf-view';

interface ShelfBarProps {
  readonly view: ShelfView;
  /** How many sources it shows. */
  readonly shown: number;
  readonly onLook: (change: Partial<ShelfView>) => void;
}

const EVERYTHING = '';

/** Searches and sorts the shelf, and looks at one collection or kind of it. */
export function ShelfBar({ view, shown, onLook }: ShelfBarProps) {
  const collections = collectionsOf(useShelf((state) => state.sources));
  const orders = Object.entries(SHELF_ORDERS) as [ShelfOrder, string][];
  return (
    <search className="flex flex-wrap items-end gap-3 pb-3">
      <label className="grid min-w-[190px] flex-1 gap-0.5 text-[11.5px] text-faint">
        Search
        <span className="flex h-7 items-center gap-1.5 rounded-md bg-base-100 px-2">
          <IconSearch size={14} aria-hidden />
          <input
            type="search"
            data-begins
            value={view.search}
            placeholder="title, file, credit, note"
            onChange={(event) => onLook({ search: event.target.value })}
            className="w-full select-text bg-transparent text-[12.5px] text-base-content"
          />
        </span>
      </label>
      <Pick
        label="Sorted by"
        value={view.order}
        options={orders.map(([value, words]) => ({ value, words }))}
        onChoose={(order) => onLook({ order })}
      />
      {collections.length > 0 && (
        <Pick
          label="Collection"
          value={view.collection ?? EVERYTHING}
          options={[
            { value: EVERYTHING, words: 'all' },
            ...collections.map((name) => ({ value: name, words: name })),
          ]}
          onChoose={(name) => onLook({ collection: name === EVERYTHING ? null : name })}
        />
      )}
      <Choice
        label="Kind"
        value={view.kind}
        options={[
          { value: 'all', words: 'All' },
          { value: 'picture', words: 'Pictures' },
          { value: 'tip', words: 'Tips' },
        ]}
        onChoose={(kind) => onLook({ kind })}
      />
      <output className="pb-1.5 text-[11.5px] text-faint">{counted(shown, 'source')}</output>
    </search>
  );
}
