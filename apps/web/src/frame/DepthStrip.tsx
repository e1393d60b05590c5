import { IconPlus, IconSquareRoundedPlus } from '@tabler/icons-react';
import { useComposition } from '../bench/composition-store';
import { toolInHand, useHand } from '../bench/hand-store';
import { isCutTool } from '../bench/stage-tools';
import { useWindow } from '../bench/window-store';
import { addGlass } from '../chain/step-commands';
import { useComponenting } from '../tools/component/settings';
import { LayerCards } from './LayerCards';
import { ViewSwitch } from './ViewSwitch';

const BUTTON =
  'grid h-[62px] w-9 shrink-0 cursor-pointer place-items-center rounded-md bg-base-300 text-quiet hover:text-base-content';

/** The layers as cards, from far to near; groups are brackets round theirs. */
export function DepthStrip() {
  const tool = useHand(toolInHand);
  // Components side by side show no mask.
  const panels = useComponenting((state) => state.panels) && tool === 'component';
  const root = useComposition((state) => (state.preview ?? state.composition).root);
  return (
    <section
      aria-label="Layers, far to near"
      style={{ gridArea: 'strip', background: 'var(--strip)' }}
      className="relative overflow-hidden border-edge border-b"
    >
      <div className="flex h-full items-end gap-2.5 overflow-x-auto overflow-y-hidden px-[18px] pb-8">
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
      <div aria-hidden className="absolute right-3.5 bottom-[27px] left-3.5 h-px bg-line" />
      <div className="absolute right-3 bottom-px left-4 flex h-6 items-center gap-3 text-[10px] text-faint">
        <span aria-hidden>far</span>
        <span className="flex-1" />
        {isCutTool(tool) && !panels && <ViewSwitch />}
        <span aria-hidden>near</span>
      </div>
    </section>
  );
}
