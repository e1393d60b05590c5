import type { Size } from '../geometry/placement';
import { draftLayer, type Operation } from './operation';

/** The canvas grows or shrinks about its centre; layers stay where they are in the picture. */
export const setCanvasSize: Operation<Size> = {
  name: 'setCanvasSize',
  words: (_, { width, height }) => `Canvas to ${width} × ${height}`,
  change(draft, { width, height }) {
    // Whole pixels, so that layers which lay on the pixel grid still do.
    const dx = Math.floor((width - draft.canvas.width) / 2);
    const dy = Math.floor((height - draft.canvas.height) / 2);
    draft.canvas.width = width;
    draft.canvas.height = height;
    for (const id of draft.root) {
      const layer = draftLayer(draft, id);
      layer.placement.x += dx;
      layer.placement.y += dy;
      for (const { maskUse } of [layer, ...layer.steps]) {
        if (!maskUse || maskUse.linked) continue;
        maskUse.lies[4] += dx;
        maskUse.lies[5] += dy;
      }
    }
    if (draft.area) {
      draft.area.lies[4] += dx;
      draft.area.lies[5] += dy;
    }
  },
};
