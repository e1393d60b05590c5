import type { SourceLevel } from '../pixels/source-level';
import { linkAll, usualContrast } from './cohesion';
import { LOOKS, labOf, looksOf, textureAt } from './looks';
import { MARK } from './mark';
import { PixelGraph } from './max-flow';
import { marginal } from './mixture';
import { nearnessOf } from './nearness';
import { levelWithin, type PickGround } from './pick-ground';
import { refineCut } from './refine-cut';
import { SegmentStopped, type SegmentTask } from './segment-task';
import { terminalOf } from './terminal';
import { fitModels, type ThingModels } from './thing-models';
import { tidied } from './tidied';

/** The whole picture is cut at this many pixels; finer levels only along the edge. */
const WORKING_PIXELS = 260_000;
/**
 * How often the models are fitted to what was cut, and the cut is made again. Strokes tell what the
 * thing looks like from the beginning; a guess has to settle.
 */
const ROUNDS = { marked: 2, guessed: 3 };
/** What a certain prior costs to go against. */
const PRIOR = 5;

/** The level at which the whole picture is cut. */
export function workingLevel(ground: PickGround): number {
  return levelWithin(ground, WORKING_PIXELS);
}

/**
 * Finds the thing that the marks mean: colour models of thing and surroundings (mixtures of Gaussians
 * in OKLab) and a minimum cut, by turns (Rother, Kolmogorov and Blake 2004), over the whole picture at
 * a coarse level and then in a narrow band along the edge, level by level (Lombaert et al. 2005).
 *
 * @returns 1 for every pixel of level 0 that belongs to the thing, 0 for all others
 * @throws SegmentStopped when the task says so
 */
export function segment(task: SegmentTask): Uint8Array {
  const { ground } = task;
  const coarsest = workingLevel(ground);
  const whole = cutWhole(task, ground.level(coarsest), coarsest);
  let { labels } = whole;
  // Texture is known coarsely only; along the edge colours decide.
  const models = {
    thing: marginal(whole.models.thing, 3),
    around: marginal(whole.models.around, 3),
  };
  for (let level = coarsest - 1; level >= 0; level--) {
    task.onProgress?.(0.5 + (0.5 * (coarsest - level)) / (coarsest + 1));
    if (task.stopped?.()) throw new SegmentStopped('The cut was called off.');
    labels = refineCut(task, level, labels, models);
  }
  return labels;
}

function cutWhole(
  task: SegmentTask,
  picture: SourceLevel,
  level: number,
): { labels: Uint8Array; models: ThingModels } {
  const { width, height } = picture;
  const count = width * height;
  const lab = labOf(task.ground, level);
  const looks = looksOf(lab, textureAt(task.ground, level));
  const marks = task.marks(level);
  const beta = usualContrast(lab, width, height);
  const nearness = nearnessOf(lab, marks, width, height, beta);
  let labels = firstGuess(marks, nearness, task.prior);
  let models = fitModels(looks, labels, marks);
  const linked = new PixelGraph(count);
  linkAll(linked, lab, width, height, beta);
  const rounds = marks.includes(MARK.keep) ? ROUNDS.marked : ROUNDS.guessed;
  for (let round = 0; round < rounds; round++) {
    task.onProgress?.((0.5 * round) / rounds);
    if (task.stopped?.()) throw new SegmentStopped('The cut was called off.');
    const graph = linked.linkedAlike();
    for (let p = 0; p < count; p++) {
      const prior = task.prior ? PRIOR * ((task.prior[p] as number) - 0.5) : 0;
      const more = prior + (nearness[p] as number);
      graph.terminal[p] = terminalOf(models, looks, p * LOOKS, marks[p] as number, more);
    }
    graph.solve(task.stopped);
    const next = new Uint8Array(count);
    for (let p = 0; p < count; p++) next[p] = graph.keeps(p) ? 1 : 0;
    const changed = differ(labels, next);
    labels = next;
    if (round < rounds - 1) models = fitModels(looks, labels, marks);
    if (changed < count * 0.001) break;
  }
  return { labels: tidied(labels, width, height, marks), models };
}

function differ(a: Uint8Array, b: Uint8Array): number {
  let count = 0;
  for (let i = 0; i < a.length; i++) if (a[i] !== b[i]) count++;
  return count;
}

/** Before the first cut: what is marked, and what is known besides; without that, all else is around. */
function firstGuess(
  marks: Uint8Array,
  nearness: Float32Array,
  prior: Float32Array | undefined,
): Uint8Array {
  const labels = new Uint8Array(marks.length);
  const hasKeep = marks.includes(MARK.keep);
  for (let p = 0; p < labels.length; p++) {
    if (marks[p] !== MARK.none) labels[p] = marks[p] === MARK.keep ? 1 : 0;
    else if (prior) labels[p] = (prior[p] as number) > 0.5 ? 1 : 0;
    // With a box alone, everything inside is the thing at first.
    else labels[p] = hasKeep ? ((nearness[p] as number) > 0.3 ? 1 : 0) : 1;
  }
  return labels;
}
