import { oklabOf } from '@diplex/imaging';
import { capacityOf, differenceAt } from './cohesion';
import { MARK } from './mark';
import { PixelGraph, STEPS } from './max-flow';
import type { SegmentTask } from './segment-task';
import { CERTAIN, terminalOf } from './terminal';
import type { ThingModels } from './thing-models';

/**
 * How far from the edge of the level before, in pixels, it may run on a finer level: less on one of so many pixels, where what is thin
 * was seen before.
 */
const [BAND, FINE_BAND, FINE] = [4, 2, 4_000_000];

/** Cuts again on the next finer level, in a band along the edge of `coarser`. */
export function refineCut(
  task: SegmentTask,
  level: number,
  coarser: Uint8Array,
  models: ThingModels,
): Uint8Array {
  const picture = task.ground.level(level);
  const { width, height } = picture;
  const labels = doubled(coarser, width, height);
  const marks = task.marks(level);
  const nodeOf = new Int32Array(width * height);
  const places = bandOf(coarser, labels, marks, width, height, nodeOf);
  const lab = new Float32Array(places.length * 3);
  const { channels, data } = picture;
  places.forEach((p, node) => {
    oklabOf(data, p * channels, channels, 1, lab, node * 3);
  });
  const beta = bandBeta(lab, places, nodeOf, width);
  const graph = new PixelGraph(places.length);
  const around = [-1, 1, -width, width];
  places.forEach((p, node) => {
    const x = p % width;
    const y = (p - x) / width;
    let to = terminalOf(models, lab, node * 3, marks[p] as number, 0);
    for (let k = 4; k < 8; k++) {
      const [dx, dy] = STEPS[k] as readonly [number, number];
      if (x + dx < 0 || x + dx >= width || y + dy >= height) continue;
      const other = (nodeOf[p + dy * width + dx] as number) - 1;
      if (other < 0) continue;
      const between = differenceAt(lab, node * 3, other * 3);
      graph.link(node, other, k, capacityOf(between, beta, dx !== 0 && dy !== 0));
    }
    // What borders on the band is settled.
    around.forEach((step, way) => {
      const inside =
        way === 0 ? x > 0 : way === 1 ? x < width - 1 : way === 2 ? y > 0 : y < height - 1;
      if (inside && nodeOf[p + step] === 0) to += labels[p + step] ? CERTAIN / 8 : -CERTAIN / 8;
    });
    graph.terminal[node] = to;
  });
  graph.solve(task.stopped);
  places.forEach((p, node) => {
    labels[p] = graph.keeps(node) ? 1 : 0;
  });
  return labels;
}

/** The labels of a level on the next finer one, which is `width` by `height`. */
function doubled(coarser: Uint8Array, width: number, height: number): Uint8Array {
  const labels = new Uint8Array(width * height);
  const half = Math.ceil(width / 2);
  for (let y = 0; y < height; y += 2) {
    const from = (y >> 1) * half;
    const row = y * width;
    for (let x = 0; x < width; x++) labels[row + x] = coarser[from + (x >> 1)] as number;
    if (y + 1 < height) labels.copyWithin(row + width, row, row + width);
  }
  return labels;
}

/** Calls with every pixel that is marked; most are not, and are passed over four at a time. */
function eachMarked(marks: Uint8Array, visit: (p: number) => void): void {
  const fours = new Uint32Array(marks.buffer, marks.byteOffset, marks.length >> 2);
  for (let four = 0; four < fours.length; four++) {
    if (fours[four] === 0) continue;
    for (let p = four * 4; p < four * 4 + 4; p++) if (marks[p] !== MARK.none) visit(p);
  }
  for (let p = fours.length * 4; p < marks.length; p++) if (marks[p] !== MARK.none) visit(p);
}

/** Numbers the pixels near an edge of the coarser labels, and those whose mark says something else, from 1 on. */
function bandOf(
  coarser: Uint8Array,
  labels: Uint8Array,
  marks: Uint8Array,
  width: number,
  height: number,
  nodeOf: Int32Array,
): number[] {
  const places: number[] = [];
  const band = width * height > FINE ? FINE_BAND : BAND;
  const put = (x0: number, y0: number, x1: number, y1: number) => {
    for (let y = Math.max(0, y0 - band); y <= Math.min(height - 1, y1 + band); y++) {
      for (let x = Math.max(0, x0 - band); x <= Math.min(width - 1, x1 + band); x++) {
        const p = y * width + x;
        if (nodeOf[p] !== 0) continue;
        places.push(p);
        nodeOf[p] = places.length;
      }
    }
  };
  const across = Math.ceil(width / 2);
  const down = Math.ceil(height / 2);
  for (let y = 0, c = 0; y < down; y++) {
    for (let x = 0; x < across; x++, c++) {
      const right = x < across - 1 && coarser[c] !== coarser[c + 1];
      const below = y < down - 1 && coarser[c] !== coarser[c + across];
      if (right || below) put(2 * x, 2 * y, 2 * x + (right ? 2 : 1), 2 * y + (below ? 2 : 1));
    }
  }
  eachMarked(marks, (p) => {
    if ((marks[p] === MARK.keep ? 1 : 0) === labels[p]) return;
    const x = p % width;
    put(x, (p - x) / width, x, (p - x) / width);
  });
  return places;
}

function bandBeta(
  lab: Float32Array,
  places: readonly number[],
  nodeOf: Int32Array,
  width: number,
): number {
  let sum = 0;
  let pairs = 0;
  places.forEach((p, node) => {
    for (const step of [1, width]) {
      const other = (nodeOf[p + step] ?? 0) - 1;
      if (other < 0) continue;
      sum += differenceAt(lab, node * 3, other * 3);
      pairs++;
    }
  });
  return 1 / Math.max(1e-6, (2 * sum) / Math.max(1, pairs));
}
