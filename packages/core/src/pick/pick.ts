import type { Marked, MarkedStroke, PickedFrom, Recipe, Rect } from '@diplex/document';
import { fillMark } from './fill-mark';
import { MARK } from './mark';
import { drawStrokes } from './mark-strokes';
import type { PickGround } from './pick-ground';
import { REACH_STEP, reachMap, reachTable } from './reach';
import { segment } from './segment';
import type { SegmentTask } from './segment-task';
import { takeSpecksOut } from './tidied';

/** The recipes that can be worked out from pixels alone. */
export type PickRecipe = Extract<Recipe, { readonly from: PickedFrom }>;

export function isPickRecipe(recipe: Recipe): recipe is PickRecipe {
  return 'from' in recipe;
}

/**
 * Works out a recipe over the whole mask, without islands and holes of fewer than `specks` pixels.
 * @returns coverage 0..255 for every pixel of level 0
 * @throws SegmentStopped when `how.stopped` says so
 */
export function pick(
  recipe: PickRecipe,
  ground: PickGround,
  how: Pick<SegmentTask, 'stopped' | 'onProgress'> = {},
  specks = 0,
): Uint8Array {
  const coverage = pickAll(recipe, ground, how);
  takeSpecksOut(coverage, ground.width, ground.height, specks);
  return coverage;
}

function pickAll(
  recipe: PickRecipe,
  ground: PickGround,
  how: Pick<SegmentTask, 'stopped' | 'onProgress'>,
): Uint8Array {
  if (recipe.by === 'reach') return pickReach(recipe.points, ground, how.onProgress);
  const task: SegmentTask = {
    ...{ ground, ...how },
    marks: (level) =>
      recipe.by === 'sweep'
        ? sweepMarks(recipe, ground, level)
        : allMarks(recipe.marks, ground, level),
  };
  return softened(segment(task), ground.width, ground.height);
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
    const table = reachTable(point.tolerance, point.skirt);
    for (let p = 0; p < out.length; p++) {
      const value = table[map[p] as number] as number;
      const below = out[p] as number;
      if (point.combine === 'add') out[p] = 1 - (1 - below) * (1 - value);
      else if (point.combine === 'subtract') out[p] = below * (1 - value);
      else out[p] = below * value;
    }
    onProgress?.((i + 1) / points.length);
  });
  return Uint8Array.from(out, (value) => Math.round(value * 255));
}

function extentAt({ width, height }: PickGround, level: number): [number, number] {
  return [Math.ceil(width / 2 ** level), Math.ceil(height / 2 ** level)];
}

function strokesOf(strokes: readonly MarkedStroke[]) {
  return strokes.map(({ mark, radius, points }) => ({ mark: MARK[mark], radius, points }));
}

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

function allMarks(all: readonly Marked[], ground: PickGround, level: number): Uint8Array {
  const [width, height] = extentAt(ground, level);
  const marks = new Uint8Array(width * height);
  for (const each of all) {
    if ('fill' in each) fillMark(marks, width, height, MARK[each.mark], each.fill, level);
    else drawStrokes(strokesOf([each]), marks, width, height, level);
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
