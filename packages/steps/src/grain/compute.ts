import { LUMA } from '@diplex/imaging';
import type { PointComputation, RunPlace } from '../computation';
import type { ValuesOf } from '../fields';
import type { grain } from './definition';
import { deviationAt } from './deviation';
import { betweenLattice, latticeValue } from './lattice';

type Values = ValuesOf<typeof grain.fields>;

/** Bins of the table of deviations by encoded luma. */
const STEPS = 256;

/** Up to so many pixels across that fall into one, their mean is worked out; of more nothing is left to be told apart. */
const MEANT = 3;

/** A number of deviation 1 for each pixel of the composition. */
type Grains = (x: number, y: number, stream: number) => number;

/** Up to this size grain is of single pixels that run into those beside them; beyond it, a lattice of its own. */
const RUNNING = 2;

function grainsOf(size: number): Grains {
  if (size === 1) return latticeValue;
  if (size > RUNNING) {
    return (x, y, stream) => betweenLattice((x + 0.5) / size, (y + 0.5) / size, stream);
  }
  const share = (size - 1) / 2;
  const all = Math.sqrt(1 + 4 * share * share);
  return (x, y, stream) => {
    const beside =
      latticeValue(x - 1, y, stream) +
      latticeValue(x + 1, y, stream) +
      latticeValue(x, y - 1, stream) +
      latticeValue(x, y + 1, stream);
    return (latticeValue(x, y, stream) + share * beside) / all;
  };
}

/** What a pixel of the output shows of grain: a number whose deviation is 1 where it is seen at its own size. */
function seenAt(size: number, { first, row, scale }: RunPlace): (p: number, k: number) => number {
  const own = grainsOf(size);
  if (scale >= 1) return (p, k) => own(Math.floor((first + p) / scale), Math.floor(row / scale), k);
  const count = Math.ceil(1 / scale - 1e-6);
  if (count > MEANT) {
    // So many fall into one that only their deviation can be told.
    const left = Math.min(1, size * scale);
    const apart = 8 * Math.round(-Math.log2(scale));
    return (p, k) => left * latticeValue(first + p, row, k + apart * OTHER_STREAM);
  }
  return (p, k) => {
    let sum = 0;
    for (let j = 0; j < count; j++) {
      const y = Math.floor((row + (j + 0.5) / count) / scale);
      for (let i = 0; i < count; i++) {
        sum += own(Math.floor((first + p + (i + 0.5) / count) / scale), y, k);
      }
    }
    return sum / (count * count);
  };
}

/** Clumps of rough grain are so many grains wide, and differ in strength by so much, as a logarithm. */
const [CLUMP, UNEVEN] = [4, 0.35];

/**
 * How much stronger or weaker grain is around a pixel: 1 everywhere where it is even. The deviation over all stays what it
 * is: the mean of the square of a factor whose logarithm is spread normally is known.
 */
function clumpsOf(
  { roughness, size }: Pick<Values, 'roughness' | 'size'>,
  { first, row, scale }: RunPlace,
): (p: number, seed: number) => number {
  const wide = CLUMP * size;
  // Where clumps fall into single pixels they are not told apart.
  if (roughness === 0 || wide * scale < 1) return () => 1;
  const spread = UNEVEN * roughness;
  const v = (row + 0.5) / scale / wide;
  return (p, seed) => {
    const value = betweenLattice((first + p + 0.5) / scale / wide, v, seed + CLUMPS);
    return Math.exp(spread * value - spread * spread);
  };
}

/** The streams that the clumps of a seed are taken from. */
const CLUMPS = 5;

/** Seeds lie so far apart that no grain is seen twice. */
const OTHER_STREAM = 80_000;

/**
 * Grain on encoded values. It lies on the pixels of the composition: the same seed gives the same pixels, whatever part
 * of the picture is drawn; seen smaller it is as weak as it would be on average.
 */
export const computeGrain: PointComputation<Values> = {
  reads: 'point',
  prepare(values) {
    const table = Float64Array.from(
      { length: STEPS + 1 },
      (_, i) => deviationAt(i / STEPS, values) / 255,
    );
    const seed = Math.round(values.seed) * 8;
    // All channels together have the deviation, whatever share of it they have in common.
    const [common, own] = [Math.sqrt(1 - values.colour), Math.sqrt(values.colour)];
    const more = [1, 1, 1 + values.blue] as const;
    return [
      {
        encoded: () => (run, at: RunPlace) => {
          const value = seenAt(values.size, at);
          const clump = clumpsOf(values, at);
          for (let p = 0, i = 0; i < run.length; p++, i += 4) {
            const [r, g, b] = [run[i] as number, run[i + 1] as number, run[i + 2] as number];
            const luma = LUMA[0] * r + LUMA[1] * g + LUMA[2] * b;
            const bin = Math.round(STEPS * Math.max(0, Math.min(1, luma)));
            const mean = table[bin] as number;
            if (mean === 0) continue;
            const sigma = mean * clump(p, seed);
            const shared = common === 0 ? 0 : common * value(p, seed);
            for (let c = 0; c < 3; c++) {
              const apart = own === 0 ? 0 : own * value(p, seed + c + 1);
              const by = more[c as 0 | 1 | 2];
              run[i + c] = (run[i + c] as number) + sigma * by * (shared + apart);
            }
          }
        },
      },
    ];
  },
};
