import {
  type ComponentMix,
  type MarkedStroke,
  VIEW_COMPONENTS,
  type ViewComponent,
} from '@diplex/document';
import { VIEWED } from '../mask/components';
import type { SourceLevel } from '../pixels/source-level';
import { MARK } from './mark';
import { drawStrokes } from './mark-strokes';

/** How well a mix of components parts what was sampled, and the points between which it does. */
export interface RankedMix {
  readonly mix: ComponentMix;
  /** Fisher's ratio: the squared distance of the two means over the sum of the variances. */
  readonly separation: number;
  readonly black: number;
  readonly white: number;
}

export interface ComponentRanks {
  /** The best first. */
  readonly single: readonly (RankedMix & { readonly component: ViewComponent })[];
  /** All components with the factors that part the samples best. */
  readonly fitted: RankedMix;
}

/** So many pixels of each kind tell enough. */
const ENOUGH = 20_000;
/** Samples must differ by more than this to be spread: nothing is divided by nothing. */
const LEAST_SPREAD = 0.02;
const NOISE = 1e-5;

/** Where the black point lies among what is dropped, and the white point among what is kept. */
const DROPPED_BELOW = 0.97;
const KEPT_ABOVE = 0.35;

/**
 * Ranks components by how well they part what is kept from what is dropped, and fits a mix of all of
 * them (Fisher's linear discriminant).
 * @param picture straight, display-encoded samples at `level`
 * @param samples strokes in pixels of level 0
 * @returns null when one of both was not sampled
 */
export function rankComponents(
  picture: SourceLevel,
  samples: readonly MarkedStroke[],
  level: number,
): ComponentRanks | null {
  const { width, height } = picture;
  const marks = new Uint8Array(width * height);
  const strokes = samples.map(({ mark, radius, points }) => ({ mark: MARK[mark], radius, points }));
  drawStrokes(strokes, marks, width, height, level);
  const kept = valuesAt(picture, marks, MARK.keep);
  const dropped = valuesAt(picture, marks, MARK.drop);
  if (kept.length === 0 || dropped.length === 0) return null;
  const single = VIEW_COMPONENTS.map((component) => ({
    component,
    ...ranked({ [component]: 1 }, kept, dropped),
  }));
  single.sort((a, b) => b.separation - a.separation);
  return { single, fitted: ranked(fittedMix(kept, dropped), kept, dropped) };
}

type Values = readonly Float64Array[];

/** All components of the pixels with a mark. */
function valuesAt({ data, channels }: SourceLevel, marks: Uint8Array, mark: number): Values {
  const top = data.BYTES_PER_ELEMENT === 1 ? 255 : 65_535;
  const pixels: number[] = [];
  for (let p = 0; p < marks.length; p++) if (marks[p] === mark) pixels.push(p);
  const step = Math.max(1, Math.floor(pixels.length / ENOUGH));
  return pixels
    .filter((_, i) => i % step === 0)
    .map((p) => {
      const at = (c: number) => (data[p * channels + c] as number) / top;
      return Float64Array.from(VIEW_COMPONENTS, (name) => VIEWED[name](at(0), at(1), at(2)));
    });
}

function ranked(mix: ComponentMix, kept: Values, dropped: Values): RankedMix {
  const of = (values: Values) =>
    values
      .map((value) =>
        VIEW_COMPONENTS.reduce((sum, name, c) => sum + (mix[name] ?? 0) * at(value, c), 0),
      )
      .sort((a, b) => a - b);
  const [high, low] = [of(kept), of(dropped)];
  const [k, d] = [spreadOf(high), spreadOf(low)];
  const separation = (k.mean - d.mean) ** 2 / (k.variance + d.variance + NOISE);
  const up = k.mean >= d.mean;
  const share = (sorted: readonly number[], part: number) =>
    at(sorted, Math.round((up ? part : 1 - part) * (sorted.length - 1)));
  const [black, white] = [share(low, DROPPED_BELOW), share(high, KEPT_ABOVE)];
  const apart = up ? white - black : black - white;
  if (apart >= LEAST_SPREAD) return { mix, separation, black, white };
  // They overlap: from mean to mean, or as far as that is nothing to either side.
  const half = Math.max(Math.abs(k.mean - d.mean), LEAST_SPREAD) / 2;
  const middle = (k.mean + d.mean) / 2;
  const way = up ? half : -half;
  return { mix, separation, black: middle - way, white: middle + way };
}

function at(values: ArrayLike<number>, index: number): number {
  return values[index] as number;
}

function spreadOf(values: readonly number[]): { mean: number; variance: number } {
  const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
  const variance = values.reduce((sum, value) => sum + (value - mean) ** 2, 0) / values.length;
  return { mean, variance };
}

/** The direction that parts both best: the inverse of the shared covariance times the step of means. */
function fittedMix(kept: Values, dropped: Values): ComponentMix {
  const count = VIEW_COMPONENTS.length;
  const means = [kept, dropped].map((values) =>
    Float64Array.from({ length: count }, (_, c) => spreadOf(values.map((v) => at(v, c))).mean),
  );
  const matrix = Array.from({ length: count }, (_, r) =>
    Float64Array.from({ length: count }, (__, c) => (r === c ? NOISE : 0)),
  );
  for (const [side, values] of [kept, dropped].entries()) {
    const mean = means[side] as Float64Array;
    for (const value of values) {
      for (let r = 0; r < count; r++) {
        for (let c = 0; c < count; c++) {
          const product = (at(value, r) - at(mean, r)) * (at(value, c) - at(mean, c));
          const row = matrix[r] as Float64Array;
          row[c] = at(row, c) + product / values.length;
        }
      }
    }
  }
  const [high, low] = means as [Float64Array, Float64Array];
  const factors = solved(
    matrix,
    high.map((value, c) => value - at(low, c)),
  );
  const size = factors.reduce((sum, factor) => sum + Math.abs(factor), 0) || 1;
  return Object.fromEntries(
    VIEW_COMPONENTS.map((name, c) => [name, Math.round((at(factors, c) / size) * 1e4) / 1e4]),
  );
}

/** Solves a small symmetric positive system by elimination; `matrix` is used up. */
function solved(matrix: readonly Float64Array[], right: Float64Array): Float64Array {
  const count = right.length;
  const out = right.slice();
  for (let k = 0; k < count; k++) {
    const pivot = matrix[k] as Float64Array;
    for (let r = k + 1; r < count; r++) {
      const row = matrix[r] as Float64Array;
      const factor = at(row, k) / at(pivot, k);
      for (let c = k; c < count; c++) row[c] = at(row, c) - factor * at(pivot, c);
      out[r] = at(out, r) - factor * at(out, k);
    }
  }
  for (let k = count - 1; k >= 0; k--) {
    const row = matrix[k] as Float64Array;
    for (let c = k + 1; c < count; c++) out[k] = at(out, k) - at(row, c) * at(out, c);
    out[k] = at(out, k) / at(row, k);
  }
  return out;
}
