import { growRect, intersectRects, isEmpty, type Rect } from '@diplex/document';
import { type ColourPlanes, guidedFilter } from '@diplex/imaging';
import type { SourceLevel } from '../pixels/source-level';
import { type TapsWork, WorkRefused } from './brush-work';
import { likenessTo } from './colour-likeness';
import { WHOLE_VALUE, type WorkedValues } from './worked-values';

/** Encoded colours that vary less than this (squared) are no edge. */
const NO_EDGE = 4e-3;

/**
 * Toward which side pixels of a region are moved, and how much: by which samples they are more alike,
 * and by how much more; smoothed up to the edges of the picture, so that what is noise or texture
 * within a thing goes with the thing.
 * @param picture straight, display-encoded: the colours under the mask
 * @throws WorkRefused when nothing was sampled
 */
export function tapValues(work: TapsWork, picture: SourceLevel, region: Rect): WorkedValues {
  if (work.keep.length + work.drop.length === 0) {
    throw new WorkRefused('Nothing was sampled. Sample a colour to keep or to drop first.');
  }
  const toward = towardKeep(work, picture, region);
  return {
    values: new Uint16Array(toward.length).map((_, p) =>
      (toward[p] as number) > 0 ? WHOLE_VALUE : 0,
    ),
    limit: toward.map((way) => Math.min(1, Math.abs(way))),
  };
}

/** From -1 (like what is dropped) to 1 (like what is kept), row by row. */
function towardKeep(work: TapsWork, picture: SourceLevel, region: Rect): Float32Array {
  const { keep, drop, range } = work;
  const alike = (at: Rect) => {
    const dropped = likenessTo(drop, range, picture, at);
    return likenessTo(keep, range, picture, at).map((like, p) => like - (dropped[p] as number));
  };
  const reach = Math.round(work.together);
  const { width, height } = picture;
  // A pixel is reached by squares that reach as far again.
  const around = intersectRects(growRect(region, 2 * reach), { x: 0, y: 0, width, height });
  if (reach < 1 || isEmpty(around)) return alike(region);
  const guide = [0, 1, 2].map((c) => encodedPlane(picture, around, c)) as unknown as ColourPlanes;
  const smooth = guidedFilter(alike(around), guide, around, reach, NO_EDGE);
  const out = new Float32Array(region.width * region.height);
  for (let y = 0; y < region.height; y++) {
    for (let x = 0; x < region.width; x++) {
      const [u, v] = [region.x + x - around.x, region.y + y - around.y];
      if (u < 0 || v < 0 || u >= around.width || v >= around.height) continue;
      out[y * region.width + x] = smooth[v * around.width + u] as number;
    }
  }
  return out;
}

/** One channel of a region that lies within a picture, 0..1. */
function encodedPlane(picture: SourceLevel, region: Rect, channel: number): Float32Array {
  const { width, channels, data } = picture;
  const most = data.BYTES_PER_ELEMENT === 1 ? 255 : 65_535;
  const plane = new Float32Array(region.width * region.height);
  for (let y = 0, p = 0; y < region.height; y++) {
    const row = (region.y + y) * width + region.x;
    for (let x = 0; x < region.width; x++, p++) {
      plane[p] = (data[(row + x) * channels + channel] as number) / most;
    }
  }
  return plane;
}
