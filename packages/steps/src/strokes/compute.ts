import { growRect } from '@diplex/document';
import { floatLevels, unwrittenImage } from '@diplex/imaging';
import { layStroke, STROKE_NUMBERS, scratchFloats } from '@diplex/kernels';
import type { GatherComputation } from '../computation';
import { paints } from '../painted';
import { radiiOf, reachOf, strokesOf, type Values } from './plan-strokes';
import { type Colour, Seen } from './seen';

/**
 * The picture in strokes of paint, from coarse brushes to fine ones, each along the picture's own directions (after
 * Hertzmann 1998): finer brushes only where coarser ones leave something out.
 */
export const computeStrokes: GatherComputation<Values> = {
  ...paints,
  // Strokes begin, and look at the picture, as far again from where they reach.
  looks: (values, part, _, scale) =>
    growRect(part, 2 * reachOf(values, values.size / 2) + 4 * values.size + 8 / scale),
  gather(values, from, asked) {
    const { part, scale } = asked;
    const widest = Math.max(2, values.size * 1.5 * scale);
    const levels = floatLevels(from, 2 + Math.ceil(Math.log2(widest)));
    const made = unwrittenImage(part.width, part.height);
    const ground = new Seen(levels, (values.size / 2) * scale);
    const colour: Colour = [0, 0, 0];
    for (let y = 0, i = 0; y < part.height; y++) {
      for (let x = 0; x < part.width; x++, i += 4) {
        const known = ground.at(part.x + x + 0.5, part.y + y + 0.5, colour) ? 1 : 0;
        made.data[i] = known * colour[0];
        made.data[i + 1] = known * colour[1];
        made.data[i + 2] = known * colour[2];
        made.data[i + 3] = known;
      }
    }
    const told = scratchFloats(STROKE_NUMBERS);
    radiiOf(values, scale).forEach((radius, brush) => {
      strokesOf(values, radius, brush, levels, asked).forEach((numbers, originX, originY) => {
        told.set(numbers);
        const [left, top] = [part.x - originX, part.y - originY];
        layStroke(made.data, part.width, part.height, left, top, told);
      });
    });
    return made;
  },
};
