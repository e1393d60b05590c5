import { useShelf } from '../bench/shelf-store';
import { Dialog } from '../controls/Dialog';
import { address, type Source } from '../link/server';

interface SourcePickerProps {
  readonly title: string;
  readonly onChoose: (source: Source) => void;
  readonly onClose: () => void;
}

/** Chooses a source from the shelf. */
export function SourcePicker({ title, onChoose, onClose }: SourcePickerProps) {
  const sources = useShelf((state) => state.sources);
  return (
    <Dialog title={title} onClose={onClose} wide>
      {sources.length === 0 && (
        <p className="text-faint">The shelf is empty. Bring photographs in at the Gather stage.</p>
      )}
      <ul className="grid grid-cols-5 gap-3">
        {sources.map((source) => (
          <li key={source.hash}>
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
                className="h-[92px] w-full rounded object-cover"
              />
              <span className="block truncate pt-1 text-[12px]">{source.title}</span>
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
