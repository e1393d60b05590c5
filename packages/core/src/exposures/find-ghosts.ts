import { boxMean } from '@diplex/imaging';
import { decodeExactly } from '@diplex/kernels';
import type { FramePixels } from './frame-light';

/** Frames that differ by more stops than this, after the gain is taken out, do not show the same. */
const DISAGREE = 0.55;

/** Light so dark or so light cannot be compared: encoded values. */
const [DARKEST, LIGHTEST] = [0.08, 0.93];

/** Differences are evened over squares that reach this share of the longer side. */
const EVENED = 0.0025;

/** Places where fewer of the pixels around disagree are noise. */
const LEAST_AROUND = 0.5;

/**
 * Where a frame does not show what a reference does, though both could: 1 there, 0 elsewhere.
 * @param stops by how many the frame is lighter
 */
export function findGhosts(reference: FramePixels, frame: FramePixels, stops: number): Uint8Array {
  const { width, height } = reference;
  const count = width * height;
  const reach = Math.max(1, Math.round(Math.max(width, height) * EVENED));
  const off = new Float32Array(count);
  const known = new Float32Array(count);
  for (let p = 0, i = 0; p < count; p++, i += 3) {
    if (!reference.inside[p] || !frame.inside[p]) continue;
    const [a, b] = [
      Math.max(
        reference.data[i] as number,
        reference.data[i + 1] as number,
        reference.data[i + 2] as number,
      ),
      Math.max(frame.data[i] as number, frame.data[i + 1] as number, frame.data[i + 2] as number),
    ];
    // What one of them clips can still be told to be wrong if the other says it should not be.
    const [light, other] = [decodeExactly(a), decodeExactly(b) / 2 ** stops];
    const usable = a > DARKEST && a < LIGHTEST && b > DARKEST && b < LIGHTEST;
    const burnt =
      (a >= LIGHTEST && b < LIGHTEST - 0.2 && stops >= 0) ||
      (b >= LIGHTEST && a < LIGHTEST - 0.2 && stops <= 0);
    if (!usable && !burnt) continue;
    known[p] = 1;
    off[p] = Math.log2(Math.max(1e-4, other) / Math.max(1e-4, light));
  }
  const mean = boxMean(off, width, height, reach);
  const share = boxMean(known, width, height, reach);
  const odd = new Float32Array(count);
  for (let p = 0; p < count; p++) {
    const seen = share[p] as number;
    if (seen > 0.25 && Math.abs((mean[p] as number) / seen) > DISAGREE) odd[p] = 1;
  }
  const around = boxMean(odd, width, height, reach * 2);
  return new Uint8Array(around.length).map((_, p) =>
    (around[p] as number) > LEAST_AROUND ? 1 : 0,
  );
}

/** How much of a picture is marked. */
export function markedShare(marks: Uint8Array): number {
  let sum = 0;
  for (const mark of marks) sum += mark;
  return sum / Math.max(1, marks.length);
}
