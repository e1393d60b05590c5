import type { EdgeWay, Marked, MarkedStroke, PickedFrom, Recipe, Rect } from '@diplex/document';
import { type EdgeMemory, type LocalChange, localChange, type SolvedEdge } from './edge-memory';
import { fillMark } from './fill-mark';
import { hardEdge } from './hard-edge';
import { holdPatches } from './hold-patches';
import { MARK } from './mark';
import { drawStrokes } from './mark-strokes';
import type { PickGround } from './pick-ground';
import { REACH_STEP, reachMap } from './reach';
import { reachCoverage } from './reach-coverage';
import { segment } from './segment';
import type { SegmentTask } from './segment-task';
import { softEdge } from './soft-edge';
import { type EdgeTask, knownAfterCut, solveEdge, solveEdgeAgain } from './solve-edge';
import { markStrands } from './strand-marks';
import { takeSpecksOut } from './tidied';

/** The recipes that can be worked out from pixels alone. */
export type PickRecipe = Extract<Recipe, { readonly from: PickedFrom }>;

export function isPickRecipe(recipe: Recipe): recipe is PickRecipe {
  return 'from' in recipe;
}

/** What is done with what was picked. */
export interface PickFinish {
  /** Islands and holes of fewer pixels than this are taken out. */
  readonly specks: number;
  /** The width of the unsure band whose alpha is solved along a cut; null leaves the edge as it was cut. */
  readonly solved: number | null;
  /** How far from the cut hairs that leave it are looked for, to be solved with it; 0 for none. */
  readonly strands?: number;
  /** Patches that are no hair stay as they were in a solved edge of a whole mask (see `holdPatches`); 0 for none. */
  readonly patches?: number;
}

const PLAIN: PickFinish = { specks: 0, solved: null };

/** How a recipe is worked out. */
export interface PickTask extends EdgeTask {
  /** What was solved last on this ground: only what changed since then is solved again. */
  readonly memory?: EdgeMemory;
  /** The coverage of the parts before it, 0..1, for an edge that is worked out anew. */
  readonly before?: Float32Array;
}

/** The usual width of a band along hairs and along what is hard, in pixels. */
export const USUAL_BAND = { hairs: 40, hard: 6 } as const;

/**
 * Works out a recipe over the whole mask.
 * @returns coverage for every pixel of level 0: 0..255, or 0..65535 where alpha was solved
 * @throws SegmentStopped when `how.stopped` says so
 */
export function pick(
  recipe: PickRecipe,
  ground: PickGround,
  how: PickTask = {},
  finish: PickFinish = PLAIN,
): Uint8Array | Uint16Array {
  const { width, height } = ground;
  if (recipe.by === 'edge') return edgeAnew(recipe.way, ground, how, finish);
  const { specks, solved, strands = 0 } = finish;
  if (solved === null || recipe.by === 'reach') {
    if (recipe.by !== 'reach') return softened(tidyCut(recipe, ground, how, specks), width, height);
    const coverage = pickReach(recipe.points, ground, how.onProgress);
    takeSpecksOut(coverage, width, height, specks);
    return coverage;
  }
  const { by, from } = recipe;
  const box = recipe.by === 'sweep' ? recipe.box : null;
  const asked = JSON.stringify([by, from, box, specks, solved, strands]);
  const marks = recipe.by === 'marks' ? recipe.marks : recipe.strokes;
  const before = how.memory?.last;
  const change = before && localChange(before, marks, asked);
  const edge = change
    ? solvedAgain(before, change, ground, how)
    : solvedWhole(recipe, ground, how, { specks, solved, strands });
  if (how.memory) how.memory.last = { ...edge, asked, marks, width, height };
  return edge.alpha;
}

/** Where coverage lies farther than this from all and nothing it was not sure, and is worked out anew. */
const HALF_SURE = 0.04;

/** The edge of what was covered before, worked out anew. */
function edgeAnew(
  way: EdgeWay,
  ground: PickGround,
  { before, ...how }: PickTask,
  { specks, solved, strands = 0, patches = 0 }: PickFinish,
): Uint16Array {
  const { width, height } = ground;
  if (!before) throw new RangeError('There is no mask whose edge could be worked out.');
  const band = solved ?? USUAL_BAND[way];
  if (way === 'hard') return hardEdge(ground.level(0), before, band, how);
  const labels = new Uint8Array(before.length).map((_, p) =>
    (before[p] as number) >= 0.5 ? 1 : 0,
  );
  takeSpecksOut(labels, width, height, specks);
  const said = new Uint8Array(labels.length);
  for (let p = 0; p < said.length; p++) {
    const value = before[p] as number;
    const sure = value < HALF_SURE || value > 1 - HALF_SURE;
    said[p] = sure ? MARK.none : MARK.unsure;
  }
  markStrands(ground.level(0), labels, said, strands, how);
  const isSoft = band > 0 ? softEdge(ground, labels, band, how) : undefined;
  const known = knownAfterCut(labels, said, width, height, band, isSoft);
  const alpha = solveEdge(ground.level(0), known, how);
  if (patches > 0) holdPatches(alpha, before, ground, patches);
  return alpha;
}

type SolvedAlpha = Pick<SolvedEdge, 'known' | 'alpha'>;

function solvedAgain(
  before: SolvedEdge,
  { known, region }: LocalChange,
  ground: PickGround,
  how: EdgeTask,
): SolvedAlpha {
  const alpha = before.alpha.slice();
  if (region) solveEdgeAgain(ground.level(0), known, alpha, region, how);
  return { known, alpha };
}

/** The share of the work that the cut is. */
const CUT_SHARE = 0.3;

function solvedWhole(
  recipe: CutRecipe,
  ground: PickGround,
  { onProgress, ...how }: PickTask,
  { specks, solved, strands }: { specks: number; solved: number; strands: number },
): SolvedAlpha {
  const { width, height } = ground;
  const part = (from: number, to: number) => ({
    ...how,
    ...(onProgress && { onProgress: (done: number) => onProgress(from + done * (to - from)) }),
  });
  const labels = tidyCut(recipe, ground, part(0, CUT_SHARE), specks);
  const said =
    recipe.by === 'sweep'
      ? sweepMarks(recipe, ground, 0)
      : allMarks(recipe.marks, ground, 0, 'with unsure');
  markStrands(ground.level(0), labels, said, strands, how);
  // Where a band is laid it is wider where that is needed.
  const isSoft = solved > 0 ? softEdge(ground, labels, solved, how) : undefined;
  const known = knownAfterCut(labels, said, width, height, solved, isSoft);
  return { known, alpha: solveEdge(ground.level(0), known, part(CUT_SHARE, 1)) };
}

type CutRecipe = Exclude<PickRecipe, { readonly by: 'reach' | 'edge' }>;

/** The cut without small islands and holes; the one that was cut last is not cut again. */
function tidyCut(recipe: CutRecipe, ground: PickGround, how: PickTask, specks: number): Uint8Array {
  const asked = JSON.stringify([recipe, specks]);
  const { memory } = how;
  if (memory?.cut?.asked === asked) return memory.cut.labels;
  const labels = cut(recipe, ground, how);
  takeSpecksOut(labels, ground.width, ground.height, specks);
  if (memory) memory.cut = { asked, labels };
  return labels;
}

/** 1 for every pixel inside the cut that a recipe's marks mean. */
function cut(
  recipe: CutRecipe,
  ground: PickGround,
  how: Pick<SegmentTask, 'stopped' | 'onProgress'>,
): Uint8Array {
  return segment({
    ...{ ground, ...how },
    marks: (level) =>
      recipe.by === 'sweep'
        ? sweepMarks(recipe, ground, level)
        : allMarks(recipe.marks, ground, level, 'without unsure'),
  });
}

function pickReach(
  points: Extract<PickRecipe, { by: 'reach' }>['points'],
  ground: PickGround,
  onProgress?: (done: number) => void,
): Uint8Array {
  const out = new Float32Array(ground.width * ground.height);
  points.forEach((point, i) => {
    const most = Math.ceil((point.tolerance + point.skirt) / REACH_STEP) + 1;
    const { patch, spread } = point;
    const map = reachMap(ground.level(0), { at: point, patch, spread }, most);
    const values = reachCoverage(map, ground, point);
    for (let p = 0; p < out.length; p++) {
      const value = values[p] as number;
      const below = out[p] as number;
      if (point.combine === 'add') out[p] = 1 - (1 - below) * (1 - value);
      else if (point.combine === 'subtract') out[p] = below * (1 - value);
      else out[p] = below * value;
    }
    onProgress?.((i + 1) / points.length);
  });
  return new Uint8Array(out.length).map((_, p) => Math.round((out[p] as number) * 255));
}

function extentAt({ width, height }: PickGround, level: number): [number, number] {
  return [Math.ceil(width / 2 ** level), Math.ceil(height / 2 ** level)];
}

/** What the cut does not know is not marked: unsure strokes take marks under them away. */
function strokesOf(strokes: readonly MarkedStroke[], how: UnsureMarks = 'without unsure') {
  return strokes.map(({ mark, radius, points }) => {
    const none = mark === 'unsure' && how === 'without unsure';
    return { mark: none ? MARK.none : MARK[mark], radius, points };
  });
}

type UnsureMarks = 'with unsure' | 'without unsure';

function sweepMarks(
  { strokes, box }: { readonly strokes: readonly MarkedStroke[]; readonly box: Rect | null },
  ground: PickGround,
  level: number,
): Uint8Array {
  const [width, height] = extentAt(ground, level);
  const marks = new Uint8Array(width * height);
  if (box) {
    const by = 2 ** level;
    for (let y = 0; y < height; y++) {
      for (let x = 0; x < width; x++) {
        const [u, v] = [(x + 0.5) * by - box.x, (y + 0.5) * by - box.y];
        if (u < 0 || v < 0 || u >= box.width || v >= box.height) marks[y * width + x] = MARK.drop;
      }
    }
  }
  drawStrokes(strokesOf(strokes), marks, width, height, level);
  return marks;
}

function allMarks(
  all: readonly Marked[],
  ground: PickGround,
  level: number,
  how: UnsureMarks,
): Uint8Array {
  const [width, height] = extentAt(ground, level);
  const marks = new Uint8Array(width * height);
  for (const each of all) {
    if ('fill' in each) {
      if (each.mark === 'unsure' && how === 'without unsure') continue;
      fillMark(marks, width, height, MARK[each.mark], each.fill, level);
    } else drawStrokes(strokesOf([each], how), marks, width, height, level);
  }
  return marks;
}

/** Labels as coverage with the edge of a drawn outline: a small symmetric window over them. */
export function softened(labels: Uint8Array, width: number, height: number): Uint8Array {
  const out = new Uint8Array(labels.length);
  for (let p = 0; p < labels.length; p++) out[p] = labels[p] === 1 ? 255 : 0;
  for (let y = 0; y < height; y++) {
    const up = y > 0 ? -width : 0;
    const down = y < height - 1 ? width : 0;
    for (let x = 0, p = y * width; x < width; x++, p++) {
      const left = x > 0 ? -1 : 0;
      const right = x < width - 1 ? 1 : 0;
      const upper = (labels[p + up] as number) + (labels[p + down] as number);
      const beside = (labels[p + left] as number) + (labels[p + right] as number);
      const corners =
        (labels[p + up + left] as number) +
        (labels[p + up + right] as number) +
        (labels[p + down + left] as number) +
        (labels[p + down + right] as number);
      const own = labels[p] as number;
      if (upper + beside + corners === 8 * own) continue;
      out[p] = ((4 * own + 2 * (upper + beside) + corners) * 255 + 8) >> 4;
    }
  }
  return out;
}
