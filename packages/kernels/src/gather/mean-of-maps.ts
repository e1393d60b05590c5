import { callsFor } from '../memory/thread';
import type { FloatPixels } from '../resample/sample-turned';
import { addCubic, levelsTold } from './levels-told';

/** Numbers for each map: those of a matrix in the order of the SVG standard, and its weight. */
export const MAP_NUMBERS = 7;

/**
 * For each pixel the weighed mean of what lies where affine maps take it, as a camera sees it that moves while its
 * shutter is open. Samples are cubic (Catmull and Rom): at hard edges they ring a little below and above what is there.
 * @param from premultiplied; beyond its edges there is nothing
 * @param maps `MAP_NUMBERS` each, in pixels of `from`; their weights add up to 1
 * @param to says which pixels to make, and takes them
 */
export function meanOfMaps(from: FloatPixels, maps: Float64Array, to: FloatPixels): void {
  const calls = callsFor(maps, to.data, from.data);
  const count = maps.length / MAP_NUMBERS;
  if (calls) {
    const told = levelsTold([from]);
    calls.meanOfMaps?.(
      ...[told.byteOffset, maps.byteOffset, count],
      ...[to.x, to.y, to.data.byteOffset, to.width, to.height],
    );
    return;
  }
  const m = (map: number, i: number) => maps[map * MAP_NUMBERS + i] as number;
  const sum = new Float64Array(4);
  for (let y = 0, o = 0; y < to.height; y++) {
    const py = to.y + y + 0.5;
    for (let x = 0; x < to.width; x++, o += 4) {
      const px = to.x + x + 0.5;
      sum.fill(0);
      for (let k = 0; k < count; k++) {
        const u = m(k, 0) * px + m(k, 2) * py + m(k, 4);
        const v = m(k, 1) * px + m(k, 3) * py + m(k, 5);
        addCubic(from, u - 0.5, v - 0.5, m(k, 6), sum);
      }
      to.data.set(sum, o);
    }
  }
}
