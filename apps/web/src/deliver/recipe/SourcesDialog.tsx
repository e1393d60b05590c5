import { useState } from 'react';
import { useShelf } from '../../bench/shelf-store';
import { counted } from '../../controls/counted';
import { Dialog } from '../../controls/Dialog';
import { PlainButton } from '../../controls/PlainButton';
import { ShelfBar } from '../../shelf/ShelfBar';
import { SourceCard } from '../../shelf/SourceCard';
import { shelfShown, WHOLE_SHELF } from '../../shelf/shelf-view';

interface SourcesDialogProps {
  readonly chosen: readonly string[];
  readonly onChoose: (sources: readonly string[]) => void;
  readonly onClose: () => void;
}

/** Chooses several sources of the shelf. */
export function SourcesDialog({ chosen, onChoose, onClose }: SourcesDialogProps) {
  const [view, setView] = useState(WHOLE_SHELF);
  const sources = useShelf((state) => state.sources).filter(({ kind }) => kind === 'picture');
  const shown = shelfShown(sources, view);
  const flip = (hash: string) =>
    onChoose(chosen.includes(hash) ? chosen.filter((each) => each !== hash) : [...chosen, hash]);
  return (
    <Dialog title="Photographs to use it on" onClose={onClose} wide>
      <ShelfBar
        view={view}
        shown={shown.length}
        onLook={(change) => setView((now) => ({ ...now, ...change }))}
      />
      <div className="my-2 flex items-center gap-2 text-[12.5px]">
        <PlainButton
          words="All that are seen"
          onPress={() => onChoose([...new Set([...chosen, ...shown.map(({ hash }) => hash)])])}
        />
        <PlainButton words="None" disabled={chosen.length === 0} onPress={() => onChoose([])} />
        <span role="status" className="text-quiet">
          {counted(chosen.length, 'photograph')} chosen
        </span>
        <span className="ml-auto">
          <PlainButton words="Done" onPress={onClose} />
        </span>
      </div>
      <ul className="grid grid-cols-5 gap-1">
        {shown.map((source) => (
          <li
            key={source.hash}
            className="p-1 [contain-intrinsic-size:auto_152px] [content-visibility:auto]"
          >
            <SourceCard
              source={source}
              chosen={chosen.includes(source.hash)}
              onPress={() => flip(source.hash)}
            />
          </li>
        ))}
      </ul>
    </Dialog>
  );
}
