import { IconPlus, IconSquareRoundedPlus } from '@tabler/icons-react';
import { useComposition } from '../bench/composition-store';
import { useWindow } from '../bench/window-store';
import { addGlass } from '../chain/step-commands';
import { LayerCards } from './LayerCards';

const BUTTON =
  'grid h-[62px] w-9 shrink-0 cursor-pointer place-items-center rounded-md bg-base-300 text-quiet hover:text-base-content';

/** The layers as cards, from far to near; groups are brackets round theirs. */
export function DepthStrip() {
  const root = useComposition((state) => (state.preview ?? state.composition).root);
  return (
    <section
      aria-label="Layers, far to near"
      style={{ gridArea: 'strip', background: 'var(--strip)' }}
      className="relative overflow-hidden border-edge border-b"
    >
      <div className="flex h-full items-end gap-2.5 overflow-x-auto overflow-y-hidden px-[18px] pb-5">
        <LayerCards ids={root} />
        <button
          type="button"
          title="Add a layer from the shelf (L)"
          aria-label="Add a layer from the shelf"
          onClick={() => useWindow.getState().open('sources')}
          className={BUTTON}
        >
          <IconPlus size={18} aria-hidden />
        </button>
        <button
          type="button"
          title="Add a glass before the layer in hand: it changes all that lies behind it (Shift L)"
          aria-label="Add a glass"
          onClick={addGlass}
          className={`${BUTTON} glass-sheen`}
        >
          <IconSquareRoundedPlus size={18} aria-hidden />
        </button>
      </div>
      <div aria-hidden className="absolute right-3.5 bottom-[15px] left-3.5 h-px bg-line" />
      <span aria-hidden className="absolute bottom-px left-4 text-[10px] text-faint">
        far
      </span>
      <span aria-hidden className="absolute right-4 bottom-px text-[10px] text-faint">
        near
      </span>
    </section>
  );
}
