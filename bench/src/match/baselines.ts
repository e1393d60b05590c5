import { type PixelReader, renderComposition } from '@diplex/core';
import type { Composition } from '@diplex/document';
import { lightOfOklab, oklabOfLight } from '@diplex/imaging';
import { decodeExactly, encodeExactly, inScratch } from '@diplex/kernels';
import type { MatchGiven, MatchTruth } from './cases';
import { laidCase } from './composite';

interface Laid {
  /** The thing's own colours in linear light, straight, and how much of it there is. */
  readonly colours: Float32Array;
  readonly alpha: Float32Array;
  readonly scene: Float32Array;
}

function picture(composition: Composition, reader: PixelReader): Float32Array {
  const { width, height } = composition.canvas;
  return inScratch(() =>
    renderComposition(composition, { x: 0, y: 0, width, height }, 1, reader).data.slice(),
  );
}

function laidApart(given: MatchGiven): Laid {
  const { composition, reader } = laidCase(given);
  const [behind, front] = composition.root as [string, string];
  const thing = picture({ ...composition, root: [front] }, reader);
  const scene = picture({ ...composition, root: [behind] }, reader);
  const count = thing.length / 4;
  const colours = new Float32Array(count * 3);
  const alpha = new Float32Array(count);
  const light = new Float32Array(count * 3);
  for (let p = 0; p < count; p++) {
    const share = thing[p * 4 + 3] as number;
    alpha[p] = share;
    for (let c = 0; c < 3; c++) {
      colours[p * 3 + c] = share > 0 ? (thing[p * 4 + c] as number) / share : 0;
      light[p * 3 + c] = scene[p * 4 + c] as number;
    }
  }
  return { colours, alpha, scene: light };
}

function encoded({ colours, alpha, scene }: Laid): Uint8Array {
  return Uint8Array.from(scene, (behind, i) => {
    const share = alpha[Math.floor(i / 3)] as number;
    const light = share * (colours[i] as number) + (1 - share) * behind;
    return Math.round(255 * encodeExactly(Math.max(0, Math.min(1, light))));
  });
}

/** The thing's mean and deviation in OKLab set to those of the whole scene. */
function meanAndDeviation(laid: Laid): Laid {
  const lab = (light: Float32Array) => {
    const out = new Float32Array(light.length);
    for (let i = 0; i < light.length; i += 3) {
      oklabOfLight(...([light[i], light[i + 1], light[i + 2]] as [number, number, number]), out, i);
    }
    return out;
  };
  const moments = (of: Float32Array, weight: (p: number) => number) =>
    [0, 1, 2].map((c) => {
      let [sum, squares, all] = [0, 0, 0];
      for (let p = 0; p < of.length / 3; p++) {
        const [share, value] = [weight(p), of[p * 3 + c] as number];
        sum += share * value;
        squares += share * value * value;
        all += share;
      }
      const mean = sum / all;
      return { mean, deviation: Math.sqrt(Math.max(1e-12, squares / all - mean * mean)) };
    });
  const [own, its] = [lab(laid.colours), lab(laid.scene)];
  const from = moments(own, (p) => laid.alpha[p] as number);
  const to = moments(its, () => 1);
  const colours = own.slice();
  for (let i = 0; i < own.length; i++) {
    const [a, b] = [from[i % 3], to[i % 3]];
    if (a && b) colours[i] = (((own[i] as number) - a.mean) * b.deviation) / a.deviation + b.mean;
  }
  for (let i = 0; i < colours.length; i += 3) {
    lightOfOklab(
      ...([colours[i], colours[i + 1], colours[i + 2]] as [number, number, number]),
      ...([colours, i] as const),
    );
  }
  return { ...laid, colours };
}

/** Solves four equations by elimination; each row has its right side last. */
function solved(rows: number[][]): number[] {
  const count = rows.length;
  for (let i = 0; i < count; i++) {
    let best = i;
    for (let r = i + 1; r < count; r++) {
      if (Math.abs(rows[r]?.[i] ?? 0) > Math.abs(rows[best]?.[i] ?? 0)) best = r;
    }
    [rows[i], rows[best]] = [rows[best] as number[], rows[i] as number[]];
    const own = rows[i] as number[];
    for (let r = 0; r < count; r++) {
      if (r === i) continue;
      const by = (rows[r]?.[i] ?? 0) / (own[i] || 1e-12);
      rows[r] = (rows[r] as number[]).map((value, c) => value - by * (own[c] as number));
    }
  }
  return rows.map((row, i) => (row[count] as number) / (row[i] || 1e-12));
}

/** The one matrix with an offset, in linear light, that fits the truth best inside the thing. */
function bestMatrix(laid: Laid, truth: MatchTruth): Laid {
  const target = Float32Array.from(truth.picture.data, (value) => decodeExactly(value / 255));
  const inside = (p: number) => (truth.alpha.data[p] as number) > 0.95;
  const matrix = [0, 1, 2].map((c) => {
    const rows = [0, 1, 2, 3].map(() => [0, 0, 0, 0, 0]);
    for (let p = 0; p < laid.alpha.length; p++) {
      if (!inside(p)) continue;
      const from = [...laid.colours.subarray(p * 3, p * 3 + 3), 1];
      const to = target[p * 3 + c] as number;
      for (let i = 0; i < 4; i++) {
        const row = rows[i] as number[];
        for (let j = 0; j < 4; j++)
          row[j] = (row[j] as number) + (from[i] as number) * (from[j] as number);
        row[4] = (row[4] as number) + (from[i] as number) * to;
      }
    }
    return solved(rows);
  });
  const colours = laid.colours.slice();
  for (let i = 0; i < colours.length; i += 3) {
    for (let c = 0; c < 3; c++) {
      const [r = 0, g = 0, b = 0, offset = 0] = matrix[c] as number[];
      colours[i + c] =
        r * (laid.colours[i] as number) +
        g * (laid.colours[i + 1] as number) +
        b * (laid.colours[i + 2] as number) +
        offset;
    }
  }
  return { ...laid, colours };
}

/** What would be there without any of it, by a plain rule, and with one colour change that has seen the truth. */
export function* baselinesOf(
  given: MatchGiven,
  truth: MatchTruth,
): Generator<{ readonly method: string; readonly pixels: Uint8Array }> {
  const laid = laidApart(given);
  yield { method: 'paste', pixels: encoded(laid) };
  yield { method: 'meanStd', pixels: encoded(meanAndDeviation(laid)) };
  yield { method: 'oracle', pixels: encoded(bestMatrix(laid, truth)) };
}
