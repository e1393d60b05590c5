import { addHalved, type FloatLevels, type FloatPixels, scratchFloats } from '@diplex/kernels';

/** A picture at half the size: each pixel the mean of four, counted from the picture's own grid; beyond it is nothing. */
function halved(from: FloatPixels): FloatPixels {
  const [x, y] = [Math.floor(from.x / 2), Math.floor(from.y / 2)];
  const width = Math.ceil((from.x + from.width) / 2) - x;
  const height = Math.ceil((from.y + from.height) / 2) - y;
  const data = scratchFloats(width * height * 4).fill(0);
  const begins = (from.x & 1) === 0 ? 'left' : 'right';
  for (let row = 0; row < from.height; row++) {
    const to = (((from.y + row) >> 1) - y) * width;
    addHalved(from.data, row * from.width, begins, data, to, from.width);
  }
  return { x, y, width, height, data };
}

/**
 * A picture and smaller ones of it, each half as large as the one before. What is seen of a level that lies within
 * two of its pixels of the picture's own edge depends on where that edge is.
 * @param count how many of them, at least one
 */
export function floatLevels(picture: FloatPixels, count: number): FloatLevels {
  const levels = [picture];
  for (let k = 1; k < count; k++) levels.push(halved(levels[k - 1] as FloatPixels));
  return levels;
}
