import { cropped, isUnsure, KNOWN, type MatteInput, type MattePicture } from './trimap';

/** What is thought of alpha apart from its neighbours: full pictures of `width` x `height`. */
export interface AlphaGuess {
  /** How firmly each pixel is pulled; 0 where nothing is thought. */
  readonly weight: Float32Array;
  /** Weight times alpha. */
  readonly pull: Float32Array;
}

/** The pull of known pixels on a halved pixel that is partly known. */
const PARTLY_KNOWN = 10;

/** A picture, its marks and a guess at half the size. */
export function halvedInput(
  { width, height, linear, known, held }: MatteInput,
  { weight, pull }: AlphaGuess,
): { input: MatteInput; guess: AlphaGuess } {
  const [w, h] = [Math.ceil(width / 2), Math.ceil(height / 2)];
  const colours = new Float32Array(w * h * 3);
  const marks = new Uint8Array(w * h);
  const firm = new Float32Array(w * h);
  const pulled = new Float32Array(w * h);
  for (let y = 0; y < h; y++) {
    for (let x = 0; x < w; x++) {
      const o = y * w + x;
      let [count, settled, kept] = [0, 0, 0];
      for (let v = 2 * y; v < Math.min(height, 2 * y + 2); v++) {
        for (let u = 2 * x; u < Math.min(width, 2 * x + 2); u++) {
          const p = v * width + u;
          count++;
          for (let c = 0; c < 3; c++) {
            colours[o * 3 + c] = (colours[o * 3 + c] as number) + (linear[p * 3 + c] as number);
          }
          const mark = known[p] as number;
          if (!isUnsure(mark)) settled++;
          if (mark === KNOWN.keep) kept++;
          else if (mark === KNOWN.held) kept += held?.[p] ?? 0;
          firm[o] = (firm[o] as number) + (weight[p] as number) / 2;
          pulled[o] = (pulled[o] as number) + (pull[p] as number) / 2;
        }
      }
      for (let c = 0; c < 3; c++) colours[o * 3 + c] = (colours[o * 3 + c] as number) / count;
      if (settled === count && kept === count) marks[o] = KNOWN.keep;
      else if (settled === count && kept === 0) marks[o] = KNOWN.drop;
      else {
        marks[o] = KNOWN.unsure;
        firm[o] = (firm[o] as number) + settled * PARTLY_KNOWN;
        pulled[o] = (pulled[o] as number) + kept * PARTLY_KNOWN;
      }
    }
  }
  return {
    input: { width: w, height: h, linear: colours, known: marks },
    guess: { weight: firm, pull: pulled },
  };
}

/** Rows of a large picture that are halved at once; an even number. */
const STRIP = 128;

/** A large picture and its marks at half the size, in memory. */
export function halvedPicture(picture: MattePicture): MatteInput {
  const { width, height } = picture;
  const [w, h] = [Math.ceil(width / 2), Math.ceil(height / 2)];
  const linear = new Float32Array(w * h * 3);
  const known = new Uint8Array(w * h);
  for (let y = 0; y < height; y += STRIP) {
    const strip = { x: 0, y, width, height: Math.min(STRIP, height - y) };
    const nothing = new Float32Array(strip.width * strip.height);
    const { input } = halvedInput(cropped(picture, strip), { weight: nothing, pull: nothing });
    linear.set(input.linear, (y / 2) * w * 3);
    known.set(input.known, (y / 2) * w);
  }
  return { width: w, height: h, linear, known };
}

/** Alpha of a picture that is smaller by `by`, at full size, between its pixels. */
export function enlargedAlpha(
  coarse: Float32Array,
  small: Pick<MatteInput, 'width' | 'height'>,
  { width, height }: Pick<MatteInput, 'width' | 'height'>,
  by: number,
): Float32Array {
  const out = new Float32Array(width * height);
  const place = (at: number) => Math.max(0, (at + 0.5) / by - 0.5);
  for (let y = 0; y < height; y++) {
    const v = place(y);
    const y0 = Math.min(small.height - 1, Math.floor(v));
    const y1 = Math.min(small.height - 1, y0 + 1);
    for (let x = 0; x < width; x++) {
      const u = place(x);
      const x0 = Math.min(small.width - 1, Math.floor(u));
      const x1 = Math.min(small.width - 1, x0 + 1);
      const at = (row: number, column: number) => coarse[row * small.width + column] as number;
      const upper = at(y0, x0) * (1 - u + x0) + at(y0, x1) * (u - x0);
      const lower = at(y1, x0) * (1 - u + x0) + at(y1, x1) * (u - x0);
      out[y * width + x] = upper * (1 - v + y0) + lower * (v - y0);
    }
  }
  return out;
}
