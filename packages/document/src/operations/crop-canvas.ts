import { multiply, rotation, translation } from '../geometry/matrix';
import type { Rect } from '../geometry/rect';
import { LIMITS } from '../validation/limits';
import { type Operation, OperationRefused } from './operation';
import { moveHorizon, moveScene } from './scene-moved';

/** A frame on the composition: its rectangle, turned about its middle by degrees, clockwise. */
export interface CropFrame extends Rect {
  readonly turn: number;
}

/**
 * The canvas becomes what lies in a frame, which may reach beyond it. What lies outside is not lost: layers keep all
 * their pixels.
 */
export const cropCanvas: Operation<{ frame: CropFrame }> = {
  name: 'cropCanvas',
  words: (_, { frame }) =>
    `${frame.turn === 0 ? 'Cropped' : 'Turned and cropped'} to ${Math.round(frame.width)} × ${Math.round(frame.height)}`,
  change(draft, { frame }) {
    const [width, height] = [Math.round(frame.width), Math.round(frame.height)];
    if (width < 1 || height < 1)
      throw new OperationRefused('The frame is empty. Draw a larger one.');
    const large = Math.max(width, height) > LIMITS.canvasSide;
    if (large || width * height > LIMITS.canvasPixels) {
      throw new OperationRefused(
        `A canvas may have at most ${LIMITS.canvasSide} pixels a side and ${LIMITS.canvasPixels / 1e6} million in all.`,
      );
    }
    const middle = { x: frame.x + frame.width / 2, y: frame.y + frame.height / 2 };
    // Whole pixels where nothing is turned, so that layers which lay on the pixel grid still do.
    const step =
      frame.turn === 0
        ? translation(-Math.round(frame.x), -Math.round(frame.y))
        : [
            translation(width / 2, height / 2),
            rotation(-frame.turn),
            translation(-middle.x, -middle.y),
          ].reduce(multiply);
    moveScene(draft, step);
    moveHorizon(draft, step, width);
    draft.canvas.width = width;
    draft.canvas.height = height;
  },
};
