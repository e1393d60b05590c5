import { translation } from '../geometry/matrix';
import type { Size } from '../geometry/placement';
import type { Operation } from './operation';
import { moveHorizon, moveScene } from './scene-moved';

/** The canvas grows or shrinks about its centre; layers stay where they are in the picture. */
export const setCanvasSize: Operation<Size> = {
  name: 'setCanvasSize',
  words: (_, { width, height }) => `Canvas to ${width} × ${height}`,
  change(draft, { width, height }) {
    // Whole pixels, so that layers which lay on the pixel grid still do.
    const dx = Math.floor((width - draft.canvas.width) / 2);
    const dy = Math.floor((height - draft.canvas.height) / 2);
    const step = translation(dx, dy);
    moveScene(draft, step);
    moveHorizon(draft, step, width);
    draft.canvas.width = width;
    draft.canvas.height = height;
  },
};
