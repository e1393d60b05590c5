import { IconPhotoPlus } from '@tabler/icons-react';
import { useState } from 'react';
import { addSourceAsLayer } from '../actions/layer-commands';
import { useShelf } from '../bench/shelf-store';
import { PlainButton } from '../controls/PlainButton';
import { address, type Source } from '../link/server';
import { chooseFiles } from '../shelf/choose-files';
import { ShelfBar } from '../shelf/ShelfBar';
import { SourceMarks } from '../shelf/SourceMarks';
import { shelfShown, useShelfView, WHOLE_SHELF } from '../shelf/shelf-view';

/** The sources on the shelf. */
export function ShelfGrid() {
  const { sources, loaded } = useShelf();
  const view = useShelfView();
  const shown = shelfShown(sources, view);
  const [over, setOver] = useState(false);

  return (
    <main
      aria-label="Shelf"
      data-testid="shelf"
      style={{ gridArea: 'picture' }}
      className={`overflow-y-auto bg-base-200 p-4 ${over ? 'shadow-[inset_0_0_0_3px_var(--color-primary)]' : ''}`}
      onDragOver={() => setOver(true)}
      onDragLeave={() => setOver(false)}
      onDrop={() => setOver(false)}
    >
      {loaded && sources.length === 0 ? (
        <button
          type="button"
          onClick={chooseFiles}
          className="grid h-full w-full cursor-pointer place-content-center justify-items-center gap-2 rounded-box border-2 border-line border-dashed text-quiet"
        >
          <IconPhotoPlus size={32} aria-hidden />
          Drop photographs here, paste them, or press to choose files.
        </button>
      ) : (
        <>
          <ShelfBar view={view} shown={shown.length} onLook={view.look} />
          {loaded && shown.length === 0 && (
            <p className="flex items-center gap-3 text-quiet">
              Nothing on the shelf is like that.
              <PlainButton words="Look at everything" onPress={() => view.look(WHOLE_SHELF)} />
            </p>
          )}
          <ul className="grid grid-cols-[repeat(auto-fill,minmax(152px,1fr))] gap-1">
            {shown.map((source) => (
              <ShelfCard key={source.hash} source={source} />
            ))}
          </ul>
        </>
      )}
    </main>
  );
}

function ShelfCard({ source }: { readonly source: Source }) {
  const chosen = useShelf((state) => state.chosen === source.hash);
  const choose = useShelf((state) => state.choose);
  return (
    // What is painted beyond it is cut off: the mark of the chosen one and of the focus need their room.
    <li className="p-1 [contain-intrinsic-size:auto_164px] [content-visibility:auto]">
      <button
        type="button"
        aria-pressed={chosen}
        onClick={() => choose(source.hash)}
        onDoubleClick={() => addSourceAsLayer(source)}
        title={`${source.name}: press twice to add it as a layer`}
        className="w-full cursor-pointer rounded-lg bg-base-100 p-1.5 text-left aria-pressed:shadow-[0_0_0_2px_var(--color-primary)]"
      >
        <img
          src={address.sourceThumbnail(source.hash)}
          alt=""
          loading="lazy"
          className="h-[104px] w-full rounded object-cover"
        />
        <span className="mt-1 flex items-center gap-1 text-[12.5px]">
          <span className="truncate">{source.title}</span>
          <SourceMarks source={source} />
        </span>
        <span className="flex justify-between text-[11px] text-faint">
          <span>
            {source.width} × {source.height}
          </span>
          <span>
            {source.format} {source.bits}
          </span>
        </span>
      </button>
    </li>
  );
}
