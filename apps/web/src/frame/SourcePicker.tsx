import { addSourceAsLayer } from '../actions/layer-commands';
import { Dialog } from '../controls/Dialog';
import { address } from '../link/server';
import { useShelf } from '../shelf/shelf-store';

/** Chooses a source from the shelf to add as the nearest layer. */
export function SourcePicker({ onClose }: { readonly onClose: () => void }) {
  const sources = useShelf((state) => state.sources);
  return (
    <Dialog title="Add a layer from the shelf" onClose={onClose} wide>
      {sources.length === 0 && (
        <p className="text-faint">The shelf is empty. Bring photographs in at the Gather stage.</p>
      )}
      <ul className="grid grid-cols-5 gap-3">
        {sources.map((source) => (
          <li key={source.hash}>
            <button
              type="button"
              onClick={() => {
                addSourceAsLayer(source);
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
