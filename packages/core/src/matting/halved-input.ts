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
  for (let y = 0, o = 0; y < h; y++) {
    for (let x = 0; x < w; x++, o++) {
      let [count, settled, kept] = [0, 0, 0];
      let [r, g, b, firmness, pulls] = [0, 0, 0, 0, 0];
      for (let v = 2 * y; v < Math.min(height, 2 * y + 2); v++) {
        for (let u = 2 * x; u < Math.min(width, 2 * x + 2); u++) {
          const p = v * width + u;
          count++;
          r += linear[p * 3] as number;
          g += linear[p * 3 + 1] as number;
          b += linear[p * 3 + 2] as number;
          const mark = known[p] as number;
          if (!isUnsure(mark)) settled++;
          if (mark === KNOWN.keep) kept++;
          else if (mark === KNOWN.held) kept += held?.[p] ?? 0;
          firmness += (weight[p] as number) / 2;
          pulls += (pull[p] as number) / 2;
        }
      }
      colours[o * 3] = r / count;
      colours[o * 3 + 1] = g / count;
      colours[o * 3 + 2] = b / count;
      if (settled === count && kept === count) marks[o] = KNOWN.keep;
      else if (settled === count && kept === 0) marks[o] = KNOWN.drop;
      else {
        marks[o] = KNOWN.unsure;
        firmness += settled * PARTLY_KNOWN;
        pulls += kept * PARTLY_KNOWN;
      }
      firm[o] = firmness;
      pulled[o] = pulls;
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
  const [columns, rows] = [
    sharesAlong(width, small.width, by),
    sharesAlong(height, small.height, by),
  ];
  for (let y = 0; y < height; y++) {
    const above = (rows.from[y] as number) * small.width;
    const below = (rows.to[y] as number) * small.width;
    const down = rows.share[y] as number;
    const up = rows.rest[y] as number;
    for (let x = 0, p = y * width; x < width; x++, p++) {
      const [x0, x1] = [columns.from[x] as number, columns.to[x] as number];
      const [s, r] = [columns.share[x] as number, columns.rest[x] as number];
      const upper = (coarse[above + x0] as number) * r + (coarse[above + x1] as number) * s;
      const lower = (coarse[below + x0] as number) * r + (coarse[below + x1] as number) * s;
      out[p] = upper * up + lower * down;
    }
  }
  return out;
}

/** Between which of `count` places the pixels of a longer row lie, and how much of each they take. */
function sharesAlong(length: number, count: number, by: number) {
  const [from, to] = [new Int32Array(length), new Int32Array(length)];
  const [share, rest] = [new Float64Array(length), new Float64Array(length)];
  for (let at = 0; at < length; at++) {
    const place = Math.max(0, (at + 0.5) / by - 0.5);
    const first = Math.min(count - 1, Math.floor(place));
    from[at] = first;
    to[at] = Math.min(count - 1, first + 1);
    share[at] = place - first;
    rest[at] = 1 - place + first;
  }
  return { from, to, share, rest };
}
