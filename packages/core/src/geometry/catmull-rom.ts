import { type PhaseTable, scratchFloats, scratchIntegers, type Taps } from '@diplex/kernels';

/** The Catmull-Rom cubic (Keys 1981, a = -1/2): zero at whole numbers but 0, support 2. */
export function catmullRom(x: number): number {
  const t = Math.abs(x);
  if (t >= 2) return 0;
  if (t >= 1) return ((-0.5 * t + 2.5) * t - 4) * t + 2;
  return (1.5 * t - 2.5) * t * t + 1;
}

/** Taps for one axis, and which part of the input they look at. */
export interface AxisTaps extends Taps {
  /** The input sample that `first` counts from; it may lie outside the input. */
  readonly begin: number;
  /** How many input samples are looked at, from `begin` on. */
  readonly span: number;
}

/**
 * Taps for one axis. Output sample i (counted from `from`, `count` of them) looks at the place
 * `scale` (i + 1/2) + `shift` of the input, with a kernel stretched by max(1, |scale|).
 */
export function axisTaps(from: number, count: number, scale: number, shift: number): AxisTaps {
  const stretch = Math.max(1, Math.abs(scale));
  const placeAt = (i: number) => scale * (from + i + 0.5) + shift - 0.5;
  // A picture on the pixel grid needs one tap only: all others have no weight.
  let onGrid = stretch === 1;
  for (let i = 0; onGrid && i < count; i++) onGrid = Number.isInteger(placeAt(i));
  const taps = onGrid ? 1 : Math.ceil(4 * stretch) + 1;
  const firstAt = (i: number) => (onGrid ? placeAt(i) : Math.ceil(placeAt(i) - 2 * stretch));
  const begin = Math.min(firstAt(0), firstAt(count - 1));
  const last = Math.max(firstAt(0), firstAt(count - 1));
  const first = scratchIntegers(count);
  const weight = scratchFloats(count * taps);
  for (let i = 0; i < count; i++) {
    const own = firstAt(i);
    first[i] = own - begin;
    putWeights(weight, i * taps, taps, own - placeAt(i), stretch);
  }
  return { count: taps, first, weight, begin, span: last - begin + taps };
}

/** Kernel weights at `offset`, `offset` + 1 ... from the centre, adding up to 1. */
function putWeights(
  weight: Float32Array,
  at: number,
  taps: number,
  offset: number,
  stretch: number,
): void {
  let total = 0;
  for (let k = 0; k < taps; k++) total += catmullRom((offset + k) / stretch);
  for (let k = 0; k < taps; k++) weight[at + k] = catmullRom((offset + k) / stretch) / total;
}

/** Tables that were made, by their phases and stretch; a view asks for the same few all the time. */
const made = new Map<string, { readonly first: Int32Array; readonly weight: Float32Array }>();
const MOST_TABLES = 32;

/** Kernel weights for `phases` steps of the place between two samples. */
export function phaseTable(phases: number, stretch: number): PhaseTable {
  const count = Math.ceil(4 * stretch) + 1;
  const key = `${phases} ${stretch}`;
  const known = made.get(key) ?? makePhases(phases, stretch, count);
  if (made.size >= MOST_TABLES) made.clear();
  made.set(key, known);
  const first = scratchIntegers(phases + 1);
  const weight = scratchFloats((phases + 1) * count);
  first.set(known.first);
  weight.set(known.weight);
  return { phases, first, count, weight };
}

function makePhases(phases: number, stretch: number, count: number) {
  const first = new Int32Array(phases + 1);
  const weight = new Float32Array((phases + 1) * count);
  for (let phase = 0; phase <= phases; phase++) {
    const own = Math.ceil(phase / phases - 2 * stretch);
    first[phase] = own;
    putWeights(weight, phase * count, count, own - phase / phases, stretch);
  }
  return { first, weight };
}
