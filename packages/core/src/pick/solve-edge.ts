import { decodeExactly } from '@diplex/kernels';
import { distanceFromEdge } from '../mask/distance';
import { MatteStopped, matte } from '../matting/matte';
import { KNOWN } from '../matting/trimap';
import { unsureRegion } from '../matting/unsure-region';
import type { SourceLevel } from '../pixels/source-level';
import { MARK } from './mark';
import { SegmentStopped, type SegmentTask } from './segment-task';

const TOP = 65_535;

/**
 * What is known after a cut: its two sides, but for a band along its edge and what is marked as unsure.
 * What is marked as keep or drop stays so.
 * @param labels 1 inside the cut
 * @param marks MARK for each pixel
 * @param band width of the unsure band, in pixels
 */
export function knownAfterCut(
  labels: Uint8Array,
  marks: Uint8Array,
  width: number,
  height: number,
  band: number,
): Uint8Array {
  const known = Uint8Array.from(labels, (label) => (label === 1 ? KNOWN.keep : KNOWN.drop));
  if (band > 0) {
    const inside = Float32Array.from(labels);
    const { data } = distanceFromEdge({ width, height, data: inside }, band);
    for (let p = 0; p < known.length; p++) {
      if (Math.abs(data[p] as number) < band / 2) known[p] = KNOWN.unsure;
    }
  }
  for (let p = 0; p < known.length; p++) {
    if (marks[p] === MARK.keep) known[p] = KNOWN.keep;
    else if (marks[p] === MARK.drop) known[p] = KNOWN.drop;
    else if (marks[p] === MARK.unsure) known[p] = KNOWN.unsure;
  }
  return known;
}

/**
 * Solves the alpha of what is unsure in a picture.
 * @param known KNOWN for each pixel of `picture`, which is straight and display-encoded
 * @returns alpha, 0..65535
 * @throws SegmentStopped when `how.stopped` says so
 */
export function solveEdge(
  picture: SourceLevel,
  known: Uint8Array,
  how: Pick<SegmentTask, 'stopped' | 'onProgress'>,
): Uint16Array {
  const { width, height } = picture;
  const alpha = Uint16Array.from(known, (mark) => (mark === KNOWN.keep ? TOP : 0));
  const region = unsureRegion({ width, height, known });
  if (!region) return alpha;
  const part = new Uint8Array(region.width * region.height);
  const linear = new Float32Array(part.length * 3);
  const { data, channels } = picture;
  const top = data.BYTES_PER_ELEMENT === 1 ? 255 : TOP;
  const light = Float32Array.from({ length: top + 1 }, (_, v) => decodeExactly(v / top));
  for (let y = 0; y < region.height; y++) {
    for (let x = 0; x < region.width; x++) {
      const from = (region.y + y) * width + region.x + x;
      const to = y * region.width + x;
      part[to] = known[from] as number;
      for (let c = 0; c < 3; c++) {
        linear[to * 3 + c] = light[data[from * channels + c] as number] as number;
      }
    }
  }
  const { width: w, height: h } = region;
  try {
    const solved = matte({ width: w, height: h, linear, known: part }, how);
    for (let y = 0; y < h; y++) {
      for (let x = 0; x < w; x++) {
        const value = solved[y * w + x] as number;
        alpha[(region.y + y) * width + region.x + x] = Math.round(value * TOP);
      }
    }
  } catch (error) {
    if (error instanceof MatteStopped) throw new SegmentStopped(error.message);
    throw error;
  }
  return alpha;
}
