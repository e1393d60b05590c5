import { useState } from 'react';
import { useShelf } from '../bench/shelf-store';
import { Dialog } from '../controls/Dialog';
import { address, type Source } from '../link/server';
import { ShelfBar } from '../shelf/ShelfBar';
import { SourceMarks } from '../shelf/SourceMarks';
import { shelfShown, WHOLE_SHELF } from '../shelf/shelf-view';

interface SourcePickerProps {
  readonly title: string;
  readonly onChoose: (source: Source) => void;
  readonly onClose: () => void;
}

/** Chooses a source from the shelf. */
export function SourcePicker({ title, onChoose, onClose }: SourcePickerProps) {
  const [view, setView] = useState(WHOLE_SHELF);
  const sources = useShelf((state) => state.sources);
  const shown = shelfShown(sources, view);
  return (
    <Dialog title={title} onClose={onClose} wide>
      {sources.length === 0 && (
        <p className="text-faint">The shelf is empty. Bring photographs in at the Gather stage.</p>
      )}
      <ShelfBar
        view={view}
        shown={shown.length}
        onLook={(change) => setView((now) => ({ ...now, ...change }))}
      />
      <ul className="grid grid-cols-5 gap-1">
        {shown.map((source) => (
          <li
            key={source.hash}
            className="p-1 [contain-intrinsic-size:auto_152px] [content-visibility:auto]"
          >
            <button
              type="button"
              onClick={() => {
                onChoose(source);
                onClose();
              }}
              className="w-full cursor-pointer rounded-md p-1 text-left hover:bg-held"
            >
              <img
                src={address.sourceThumbnail(source.hash)}
                alt=""
                loading="lazy"
                className="h-[92px] w-full rounded object-cover"
              />
              <span className="flex items-center gap-1 pt-1 text-[12px]">
                <span className="truncate">{source.title}</span>
                <SourceMarks source={source} />
              </span>
              <span className="block text-[11px] text-faint">
                {source.width} × {source.height}
              </span>
            </button>
          </li>
        ))}
      </ul>
    </Dialog>
  );
}
