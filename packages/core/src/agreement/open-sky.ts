import { boxMean } from '@diplex/imaging';
import { type LightPatch, luminances } from './light-patch';

/** Sky changes by less than so many stops from pixel to pixel, around each place. */
const SMOOTH = 0.02;
const AROUND = 3;

/** It is no darker than that, and no smaller than such a share of the picture. */
const [DARKEST, SMALLEST] = [0.15, 0.03];

/** So near to it nothing counts either: haze, and light that it throws over edges. */
const BORDER = 6;

/** With less than this left beside it, the sky is all there is to go by. */
const LEAST_LEFT = 0.04;

function slopes({ width, height }: LightPatch, values: Float32Array): Float32Array {
  const out = new Float32Array(values.length);
  for (let y = 0, p = 0; y < height; y++) {
    const [above, below] = [y > 0 ? width : 0, y < height - 1 ? width : 0];
    for (let x = 0; x < width; x++, p++) {
      const [left, right] = [x > 0 ? 1 : 0, x < width - 1 ? 1 : 0];
      const across = (values[p + right] as number) - (values[p - left] as number);
      const down = (values[p + below] as number) - (values[p - above] as number);
      out[p] = Math.hypot(across, down) / 2;
    }
  }
  return out;
}

/** Grows what is marked from the upper border on through pixels that may belong to it; each connected part by itself. */
function fromAbove({ width, height }: LightPatch, may: Uint8Array): Uint8Array {
  const found = new Uint8Array(may.length);
  const seen = new Uint8Array(may.length);
  for (let x = 0; x < width; x++) {
    if (!may[x] || seen[x]) continue;
    const part = [x];
    seen[x] = 1;
    for (let i = 0; i < part.length; i++) {
      const p = part[i] as number;
      const column = p % width;
      const beside = [
        column > 0 ? p - 1 : -1,
        column < width - 1 ? p + 1 : -1,
        p - width,
        p + width,
      ];
      for (const q of beside) {
        if (q < 0 || q >= may.length || !may[q] || seen[q]) continue;
        seen[q] = 1;
        part.push(q);
      }
    }
    if (part.length < SMALLEST * width * height) continue;
    for (const p of part) found[p] = 1;
  }
  return found;
}

/**
 * Where open sky is seen: bright, smooth, and reaching the upper border. It gives light, and does not show how much
 * falls on things. Nothing where hardly anything is left beside it.
 * @param patch a whole picture, a little blurred
 */
export function openSky(patch: LightPatch): Uint8Array {
  const { width, height, weights } = patch;
  const of = luminances(patch);
  const stops = of.map((value) => Math.log2(value + 0.002));
  const rough = boxMean(slopes(patch, stops), width, height, AROUND);
  const may = new Uint8Array(weights.length).map((_, p) =>
    (weights[p] as number) > 0 && (rough[p] as number) < SMOOTH && (of[p] as number) > DARKEST
      ? 1
      : 0,
  );
  const found = fromAbove(patch, may);
  const grown = boxMean(new Float32Array(found), width, height, BORDER);
  let [all, left] = [0, 0];
  for (let p = 0; p < weights.length; p++) {
    if (weights[p] === 0) continue;
    all++;
    if (grown[p] === 0) left++;
  }
  if (left < LEAST_LEFT * all) return new Uint8Array(found.length);
  return new Uint8Array(grown.length).map((_, p) => ((grown[p] as number) > 1e-6 ? 1 : 0));
}

/** Sky whose channels differ by no more, as a share of the brightest, is grey. */
const GREY = 0.12;

/** How much of a picture is grey sky, 0..1. */
export function overcastShare({ light, weights }: LightPatch, sky: Uint8Array): number {
  let grey = 0;
  for (let p = 0; p < weights.length; p++) {
    if (!sky[p]) continue;
    const rgb = [light[p * 3] as number, light[p * 3 + 1] as number, light[p * 3 + 2] as number];
    const most = Math.max(...rgb);
    if (most - Math.min(...rgb) < GREY * most) grey++;
  }
  return grey / Math.max(1, weights.length);
}
