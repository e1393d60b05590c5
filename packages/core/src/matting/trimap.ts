/** What is known of each pixel before it is solved. */
export const KNOWN = { drop: 0, unsure: 128, keep: 255 } as const;

/** A picture in linear light and what is known of it. */
export interface MatteInput {
  readonly width: number;
  readonly height: number;
  /** Linear-light RGB, 0..1, interleaved: width x height x 3. */
  readonly linear: Float32Array;
  /** KNOWN for each pixel; whatever is neither drop nor keep is unsure. */
  readonly known: Uint8Array;
}

/** The unsure pixels, numbered in the order of the picture. */
export interface Unknowns {
  /** The pixel of each unknown. */
  readonly pixel: Int32Array;
  /** The unknown at each pixel; -1 where it is known. */
  readonly at: Int32Array;
}

export function unknownsOf(known: Uint8Array): Unknowns {
  const at = new Int32Array(known.length).fill(-1);
  let count = 0;
  for (let p = 0; p < known.length; p++) {
    if (known[p] !== KNOWN.drop && known[p] !== KNOWN.keep) at[p] = count++;
  }
  const pixel = new Int32Array(count);
  for (let p = 0; p < known.length; p++) if ((at[p] as number) >= 0) pixel[at[p] as number] = p;
  return { pixel, at };
}

/** Alpha where it is known, and `unknown` where it is not. */
export function knownAlpha(known: Uint8Array, unknown: number): Float32Array {
  const alpha = new Float32Array(known.length);
  for (let p = 0; p < known.length; p++) {
    const mark = known[p];
    alpha[p] = mark === KNOWN.keep ? 1 : mark === KNOWN.drop ? 0 : unknown;
  }
  return alpha;
}
