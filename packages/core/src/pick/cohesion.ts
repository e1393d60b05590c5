import { type PixelGraph, STEPS } from './max-flow';

/** Capacities are whole numbers: a cost of 1 is so much. */
export const UNIT = 128;
/** The cost of parting two neighbours of the same colour. */
const COHESION = 9;

/** One over twice the mean difference of neighbours: how much contrast is usual in a picture. */
export function usualContrast(lab: Float32Array, width: number, height: number): number {
  let sum = 0;
  let pairs = 0;
  for (let y = 0; y < height - 1; y++) {
    for (let x = 0; x < width - 1; x++) {
      const i = (y * width + x) * 3;
      sum += differenceAt(lab, i, i + 3) + differenceAt(lab, i, i + width * 3);
      pairs += 2;
    }
  }
  return 1 / Math.max(1e-6, (2 * sum) / Math.max(1, pairs));
}

/** How different two colours of an OKLab image are, squared; `i` and `j` count floats. */
export function differenceAt(lab: Float32Array, i: number, j: number): number {
  const l = (lab[i] as number) - (lab[j] as number);
  const a = (lab[i + 1] as number) - (lab[j + 1] as number);
  const b = (lab[i + 2] as number) - (lab[j + 2] as number);
  // Colour parts things more surely than light and shade.
  return l * l + 2.5 * (a * a + b * b);
}

/** Links all neighbours of a whole picture. */
export function linkAll(
  graph: PixelGraph,
  lab: Float32Array,
  width: number,
  height: number,
  beta: number,
): void {
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const p = y * width + x;
      for (let k = 4; k < 8; k++) {
        const [dx, dy] = STEPS[k] as readonly [number, number];
        if (x + dx < 0 || x + dx >= width || y + dy >= height) continue;
        const q = p + dy * width + dx;
        graph.link(
          p,
          q,
          k,
          capacityOf(differenceAt(lab, p * 3, q * 3), beta, dx !== 0 && dy !== 0),
        );
      }
    }
  }
}

/** What it costs to part two neighbours. */
export function capacityOf(difference: number, beta: number, diagonal: boolean): number {
  const weight = COHESION * Math.exp(-beta * difference) + 0.2;
  return Math.round((UNIT * weight) / (diagonal ? Math.SQRT2 : 1));
}
