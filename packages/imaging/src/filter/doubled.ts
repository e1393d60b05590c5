import type { Rect } from '@diplex/document';
import { doubleAcross, scratchFloats, scratchIntegers, weighRows } from '@diplex/kernels';
import type { FloatImage } from '../image/images';

/** What doubling looks at to make a part: what lies under it, and one pixel more on every side. */
function halfOf({ x, y, width, height }: Rect): Rect {
  const [left, top] = [Math.floor(x / 2) - 1, Math.floor(y / 2) - 1];
  return {
    ...{ x: left, y: top },
    width: Math.floor((x + width - 1) / 2) + 2 - left,
    height: Math.floor((y + height - 1) / 2) + 2 - top,
  };
}

/** Which part of a picture that is smaller by two to the power of `level` a part is made from. */
export function halvedPart(part: Rect, level: number): Rect {
  let rect = part;
  for (let k = 0; k < level; k++) rect = halfOf(rect);
  return rect;
}

/**
 * A part of a picture, made of one that was drawn smaller by two to the power of `level`: doubled by weights of 1 3 3 1.
 * @param image what `halvedPart` names of the smaller one
 */
export function doubledPart(image: FloatImage, part: Rect, level: number): FloatImage {
  if (level === 0) return image;
  const finer = halvedPart(part, level - 1);
  return doubledPart(doubledOnce(image, halfOf(finer), finer), part, level - 1);
}

function doubledOnce(image: FloatImage, from: Rect, to: Rect): FloatImage {
  const data = scratchFloats(to.width * to.height * 4);
  const line = scratchFloats(from.width * 4);
  const wide = scratchFloats(from.width * 8);
  const weight = scratchFloats(2);
  weight.set([0.75, 0.25]);
  const slots = scratchIntegers(2);
  // Doubling gives two pixels for each but the first and the last.
  const begin = (to.x - (from.x + 1) * 2) * 4;
  for (let y = 0; y < to.height; y++) {
    const v = to.y + y;
    const near = Math.floor(v / 2);
    slots[0] = near - from.y;
    slots[1] = near + (v % 2 === 0 ? -1 : 1) - from.y;
    weighRows(image.data, from.width * 4, slots, weight, line, 0);
    doubleAcross(line, wide, 0, from.width - 2);
    data.set(wide.subarray(begin, begin + to.width * 4), y * to.width * 4);
  }
  return { width: to.width, height: to.height, data };
}
