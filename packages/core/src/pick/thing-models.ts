import { LOOKS } from './looks';
import { MARK } from './mark';
import { fitMixture, type Mixture, unlikeliness } from './mixture';

/** What the thing looks like, and what is around it. */
export interface ThingModels {
  readonly thing: Mixture;
  readonly around: Mixture;
}

/** Samples that a model is fitted to. */
const SAMPLES = 2400;
const CLOUDS = 6;
/** Up to this share of the surroundings looks usual for them, and a little beyond. */
const USUAL = 0.95;
const BEYOND = 4;
/** So many of the thing's samples must be left for them to stand for all. */
const ENOUGH = 0.7;

/**
 * Fits both models. What strokes mark is all that the thing is known by; without them it is what was
 * cut so far. The surroundings are what was not.
 */
export function fitModels(looks: Float32Array, labels: Uint8Array, marks: Uint8Array): ThingModels {
  const marked = marks.includes(MARK.keep);
  const behind = samplesOf(looks, labels, marks, 0, MARK.drop);
  const around = fitMixture(behind, LOOKS, CLOUDS + 2);
  const own = samplesOf(looks, marked ? marks : labels, marks, 1, MARK.keep);
  const thing = fitMixture(marked ? own : unlike(own, around, behind), LOOKS, CLOUDS);
  return { thing, around };
}

/**
 * The samples that look unlike the surroundings. A guess of where the thing is often takes in some of
 * what is behind it; that must not become one of the thing's looks. All of them when few are left.
 */
function unlike(samples: Float32Array, around: Mixture, behind: Float32Array): Float32Array {
  const usual = Float32Array.from({ length: behind.length / LOOKS }, (_, i) =>
    unlikeliness(around, behind, i * LOOKS),
  ).sort();
  const bound = (usual[Math.floor(usual.length * USUAL)] as number) + BEYOND;
  const kept: number[] = [];
  for (let i = 0; i < samples.length; i += LOOKS) {
    if (unlikeliness(around, samples, i) > bound) kept.push(...samples.subarray(i, i + LOOKS));
  }
  return kept.length > samples.length * ENOUGH ? Float32Array.from(kept) : samples;
}

function samplesOf(
  looks: Float32Array,
  labels: Uint8Array,
  marks: Uint8Array,
  label: number,
  mark: number,
): Float32Array {
  const all: number[] = [];
  const sure: number[] = [];
  for (let p = 0; p < labels.length; p++) {
    if (labels[p] === label) all.push(p);
    if (marks[p] === mark) sure.push(p);
  }
  // Where nothing is left of one side, anything will do: the marks decide alone.
  if (all.length === 0) all.push(0);
  const picked = [...everySo(all, SAMPLES), ...everySo(sure, SAMPLES / 2)];
  const samples = new Float32Array(picked.length * LOOKS);
  picked.forEach((p, i) => {
    samples.set(looks.subarray(p * LOOKS, (p + 1) * LOOKS), i * LOOKS);
  });
  return samples;
}

function everySo(places: readonly number[], most: number): number[] {
  const step = Math.max(1, places.length / most);
  const out: number[] = [];
  for (let at = 0; at < places.length; at += step) out.push(places[Math.floor(at)] as number);
  return out;
}
