/** How firmly colours follow their neighbours, and how much more where alpha changes. */
const SMOOTH = 1e-5;
const ALONG_EDGES = 1;
/** Coarse pictures are solved more thoroughly than fine ones. */
const COARSE_SIDE = 32;
const COARSE_ROUNDS = 10;
const FINE_ROUNDS = 2;

interface Layered {
  readonly width: number;
  readonly height: number;
  readonly above: Float32Array;
  readonly below: Float32Array;
}

/**
 * The colours of what is kept, and of what is behind it, from a picture and its alpha: for every pixel
 * the two colours that mix to it and are like their neighbours', from coarse to fine (Germer,
 * Uelwer, Conrad and Harmeling 2020).
 * @param linear linear-light RGB, interleaved
 * @param alpha 0..1
 * @returns linear-light RGB, interleaved: `above` belongs under the mask
 */
export function estimateForeground(
  linear: Float32Array,
  alpha: Float32Array,
  width: number,
  height: number,
): Pick<Layered, 'above' | 'below'> {
  const levels = Math.ceil(Math.log2(Math.max(width, height, 2)));
  let found: Layered = {
    ...{ width: 1, height: 1 },
    ...{ above: new Float32Array(3), below: new Float32Array(3) },
  };
  for (let level = 0; level <= levels; level++) {
    const share = level / levels;
    const w = level === levels ? width : Math.max(1, Math.round(width ** share));
    const h = level === levels ? height : Math.max(1, Math.round(height ** share));
    const next: Layered = {
      ...{ width: w, height: h },
      above: nearest(found.above, found, w, h, 3),
      below: nearest(found.below, found, w, h, 3),
    };
    const full = { width, height };
    const colours = nearest(linear, full, w, h, 3);
    const mix = nearest(alpha, full, w, h, 1);
    const rounds = Math.max(w, h) <= COARSE_SIDE ? COARSE_ROUNDS : FINE_ROUNDS;
    for (let round = 0; round < rounds; round++) refine(next, colours, mix);
    found = next;
  }
  return found;
}

/** A picture at another size: of each pixel the one that lies there. */
function nearest(
  from: Float32Array,
  { width, height }: Pick<Layered, 'width' | 'height'>,
  w: number,
  h: number,
  channels: number,
): Float32Array {
  if (w === width && h === height) return from;
  const out = new Float32Array(w * h * channels);
  for (let y = 0; y < h; y++) {
    const v = Math.min(height - 1, Math.floor(((y + 0.5) * height) / h));
    for (let x = 0; x < w; x++) {
      const u = Math.min(width - 1, Math.floor(((x + 0.5) * width) / w));
      for (let c = 0; c < channels; c++) {
        out[(y * w + x) * channels + c] = from[(v * width + u) * channels + c] as number;
      }
    }
  }
  return out;
}

/** One round over all pixels: each solves for its two colours with its neighbours' as they are now. */
function refine(
  { width, height, above, below }: Layered,
  colours: Float32Array,
  mix: Float32Array,
) {
  const steps = [-1, 1, -width, width];
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const p = y * width + x;
      const a = mix[p] as number;
      const b = 1 - a;
      let firm = 0;
      const wanted = [0, 0, 0, 0, 0, 0];
      for (let k = 0; k < 4; k++) {
        const inside = k === 0 ? x > 0 : k === 1 ? x < width - 1 : k === 2 ? y > 0 : y < height - 1;
        const q = inside ? p + (steps[k] as number) : p;
        const weight = SMOOTH + ALONG_EDGES * Math.abs(a - (mix[q] as number));
        firm += weight;
        for (let c = 0; c < 3; c++) {
          wanted[c] = (wanted[c] as number) + weight * (above[q * 3 + c] as number);
          wanted[c + 3] = (wanted[c + 3] as number) + weight * (below[q * 3 + c] as number);
        }
      }
      const m00 = a * a + firm;
      const m01 = a * b;
      const m11 = b * b + firm;
      const by = 1 / (m00 * m11 - m01 * m01);
      for (let c = 0; c < 3; c++) {
        const colour = colours[p * 3 + c] as number;
        const up = a * colour + (wanted[c] as number);
        const down = b * colour + (wanted[c + 3] as number);
        above[p * 3 + c] = clamped((m11 * up - m01 * down) * by);
        below[p * 3 + c] = clamped((m00 * down - m01 * up) * by);
      }
    }
  }
}

function clamped(value: number): number {
  return value < 0 ? 0 : value > 1 ? 1 : value;
}
