import { inScratch } from '@diplex/kernels';
import { distanceFromEdge } from '../mask/distance';
import { enlargedAlpha } from '../matting/halved-input';
import { matte } from '../matting/matte';
import { KNOWN } from '../matting/trimap';
import { levelWithin, type PickGround } from './pick-ground';
import { asSegment, type EdgeTask, lit } from './solve-edge';

/** Soft places are looked for in a picture of at most so many pixels. */
const ENOUGH = 200_000;
/** They are looked for in a band so many times as wide as that along the cut, at least this wide, in pixels. */
const WIDER = 4;
const LEAST = 120;
/** No farther than this share of the shorter side: both sides must be known somewhere. */
const MOST = 1 / 6;
/** A first alpha that is as far from what the cut says as this is soft. */
const SOFT = 0.25;

/** Whether a pixel lies where the edge is soft or hairy. */
export type IsSoft = (x: number, y: number) => boolean;

/**
 * Finds where an edge is soft or hairy: where a first alpha of a wide band, solved on a small picture,
 * is not what the cut says.
 * @param labels 1 inside the cut
 * @param band width of the band that is unsure anyway, in pixels
 * @param how its `onCoarse` is told what the small picture says first, as alpha of the whole picture
 * @throws SegmentStopped when `how.stopped` says so
 */
export function softEdge(
  ground: PickGround,
  labels: Uint8Array,
  band: number,
  { stopped, onCoarse }: Pick<EdgeTask, 'stopped' | 'onCoarse'>,
): IsSoft {
  const level = levelWithin(ground, ENOUGH);
  const by = 2 ** level;
  const picture = ground.level(level);
  const { width, height } = picture;
  const middle = Math.floor(by / 2);
  const label = (p: number) => {
    const x = Math.min(ground.width - 1, (p % width) * by + middle);
    const y = Math.min(ground.height - 1, Math.floor(p / width) * by + middle);
    return labels[y * ground.width + x] as number;
  };
  const small = new Float32Array(width * height).map((_, p) => label(p));
  const reach = Math.min(Math.max(WIDER * band, LEAST) / 2 / by, MOST * Math.min(width, height));
  const known = inScratch(() => {
    const { data } = distanceFromEdge({ width, height, data: small }, reach * 2);
    return new Uint8Array(small.length).map((_, p) => {
      if (Math.abs(data[p] as number) < reach) return KNOWN.unsure;
      return small[p] === 1 ? KNOWN.keep : KNOWN.drop;
    });
  });
  // What the small picture says first is the first that can be shown of the whole.
  const shown = onCoarse && {
    onCoarse: (first: Float32Array) => onCoarse(enlargedAlpha(first, picture, ground, by)),
  };
  const how = { ...(stopped && { stopped }), ...shown };
  const alpha = asSegment(() => matte(lit(picture, known), how));
  const soft = new Uint8Array(alpha.length);
  for (let p = 0; p < alpha.length; p++) {
    if (Math.abs((alpha[p] as number) - (small[p] as number)) <= SOFT) continue;
    // The pixels around it, too: the small picture knows no better where it ends.
    const [x, y] = [p % width, Math.floor(p / width)];
    for (let v = Math.max(0, y - 1); v <= Math.min(height - 1, y + 1); v++) {
      soft.fill(1, v * width + Math.max(0, x - 1), v * width + Math.min(width, x + 2));
    }
  }
  return (x, y) => {
    const [u, v] = [
      Math.min(width - 1, Math.floor(x / by)),
      Math.min(height - 1, Math.floor(y / by)),
    ];
    return soft[v * width + u] === 1;
  };
}
