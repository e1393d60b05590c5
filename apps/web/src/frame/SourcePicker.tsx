import { useState } from 'react';
import { useShelf } from '../bench/shelf-store';
import { Dialog } from '../controls/Dialog';
import type { Source } from '../link/server';
import { ShelfBar } from '../shelf/ShelfBar';
import { SourceCard } from '../shelf/SourceCard';
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
            <SourceCard
              source={source}
              onPress={() => {
                onChoose(source);
                onClose();
              }}
            />
          </li>
        ))}
      </ul>
    </Dialog>
  );
}
