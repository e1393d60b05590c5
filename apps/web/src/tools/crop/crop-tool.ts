import {
  type CropFrame,
  cropCanvas,
  layerBounds,
  type Point,
  type Rect,
  uniteRects,
} from '@diplex/document';
import { useComposition } from '../../bench/composition-store';
import { useHand } from '../../bench/hand-store';
import { useCamera } from '../../picture/camera-store';
import type { PointerSample, Tool } from '../../picture/tool';
import { framed, levelling, ratioOf, wholeFrame } from './crop-frame';
import { useCropping } from './settings';

/** Less than this, in window pixels, was not meant. */
const LEAST = 6;

/** What the canvas would be now. */
export function frameNow(): CropFrame {
  const { composition } = useComposition.getState();
  return useCropping.getState().frame ?? wholeFrame(composition);
}

/** Makes the canvas what lies in the frame. */
export function crop(): void {
  const { frame, set } = useCropping.getState();
  if (!frame) return;
  if (!useComposition.getState().perform(cropCanvas, { frame })) return;
  set({ frame: null });
  useCamera.getState().fit();
}

/** The frame that holds all of all layers. */
export function roundAll(): void {
  const { composition } = useComposition.getState();
  const all = composition.root
    .flatMap((id) => composition.layers[id] ?? [])
    .map((layer): Rect => layerBounds(composition, layer))
    .filter(({ width, height }) => width > 0 && height > 0)
    .reduce<Rect | null>((sum, rect) => (sum ? uniteRects(sum, rect) : rect), null);
  if (!all) return;
  const [x, y] = [Math.floor(all.x), Math.floor(all.y)];
  const [right, bottom] = [Math.ceil(all.x + all.width), Math.ceil(all.y + all.height)];
  useCropping.getState().set({ frame: { x, y, width: right - x, height: bottom - y, turn: 0 } });
}

/** Draws the frame of a crop, or a line that shall be level or upright. */
class CropTool implements Tool {
  private from: Point | null = null;

  begin(at: PointerSample): void {
    this.from = { x: at.x, y: at.y };
  }

  move(through: readonly PointerSample[]): void {
    const at = through.at(-1);
    if (at) this.draw(at);
  }

  end(at: PointerSample): void {
    const { from } = this;
    this.draw(at);
    this.from = null;
    const { straightens, set } = useCropping.getState();
    if (!from || !straightens) return;
    useHand.getState().take({ draft: null });
    set({ straightens: false });
    if (this.far(from, at)) set({ frame: { ...frameNow(), turn: levelling(from, at) } });
  }

  commit(): void {
    crop();
  }

  cancel(): void {
    this.from = null;
    const { frame, straightens, set } = useCropping.getState();
    if (straightens) useHand.getState().take({ draft: null });
    if (frame || straightens) set({ frame: null, straightens: false });
  }

  private far(a: Point, b: Point): boolean {
    return Math.hypot(a.x - b.x, a.y - b.y) * useCamera.getState().zoom >= LEAST;
  }

  private draw(at: Point): void {
    const { from } = this;
    const { straightens, ratio, set } = useCropping.getState();
    if (!from || !this.far(from, at)) return;
    const to = { x: at.x, y: at.y };
    if (straightens) return useHand.getState().take({ draft: { kind: 'line', from, to } });
    const { composition } = useComposition.getState();
    set({ frame: framed(from, to, ratioOf(ratio, composition)) });
  }
}

export const cropTool = new CropTool();
