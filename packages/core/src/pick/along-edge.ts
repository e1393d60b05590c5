import type { Size } from '@diplex/document';
import { boxMean } from '@diplex/imaging';
import { eased } from './eased';

/** Directions are told by all of the edge within about so many pixels: the steps of an edge that lies nearly along the grid are as long. */
const TOLD_WITHIN = 5;

/** A cut is followed so far each way, in pixels, and counts the less the farther, as a bell of this deviation. */
const [FOLLOWED, DEVIATION] = [14, 7];

/** What is said of a pixel depends on the cut within so many pixels. */
export const EDGE_SUPPORT = FOLLOWED + 2 * TOLD_WITHIN + 2;

/** From this coherence of directions on an edge is followed; wholly from the second on: at corners it has none. */
const [HARDLY, WHOLLY] = [0.55, 0.85];

/**
 * From this twice the sine times the cosine of its angle on an edge says less, and nothing at 1: the steps of one that lies
 * across the grid at a half are all alike, wherever between them it runs.
 */
const SLANTED = 0.75;

/** What an edge says of the coverage of its pixels, and how far it is to be believed, 0..1. */
export interface AlongEdge {
  coverage: number;
  trust: number;
}

/**
 * How much a cut that knows only yes and no covers of the pixels at its edge: the share of it that lies inside along the
 * edge's own direction, as a line of steps comes from an edge that runs evenly through them. Directions are those of the
 * cut's structure tensor (Bigün and Granlund 1987), and are followed round bends.
 */
export class EdgeDirections {
  /** Products of slopes around each pixel. */
  private readonly tensor: readonly [Float32Array, Float32Array, Float32Array];
  /** A step along the edge for each pixel, and how far that is to be believed; below 0 where it was not asked for yet. */
  private readonly across: Float32Array;
  private readonly down: Float32Array;
  private readonly trust: Float32Array;

  /** @param cut coverage, 0..1, for each pixel */
  constructor(
    private readonly size: Size,
    private readonly cut: Float32Array,
  ) {
    const { width, height } = size;
    const around = (plane: Float32Array) =>
      boxMean(boxMean(plane, width, height, TOLD_WITHIN), width, height, TOLD_WITHIN);
    const [xx, xy, yy] = slopeProducts(size, cut);
    this.tensor = [around(xx), around(xy), around(yy)];
    this.across = new Float32Array(cut.length);
    this.down = new Float32Array(cut.length);
    this.trust = new Float32Array(cut.length).fill(-1);
  }

  /** Works out the direction of the edge at a pixel. */
  private ask(p: number): void {
    if ((this.trust[p] as number) >= 0) return;
    const [xx, xy, yy] = this.tensor;
    const [a, b, c] = [xx[p], xy[p], yy[p]] as [number, number, number];
    this.trust[p] = 0;
    const apart = Math.hypot(a - c, 2 * b);
    if (a + c < 1e-6 || apart < 1e-6) return;
    // Along the edge is square to the way on which the cut changes most, which lies at half of this angle.
    const [cos, sin] = [(a - c) / apart, (2 * b) / apart];
    this.across[p] = -Math.sign(sin || 1) * Math.sqrt(Math.max(0, (1 - cos) / 2));
    this.down[p] = Math.sqrt(Math.max(0, (1 + cos) / 2));
    const slanted = (Math.abs(sin) - SLANTED) / (1 - SLANTED);
    this.trust[p] = eased((apart / (a + c) - HARDLY) / (WHOLLY - HARDLY)) * (1 - eased(slanted));
  }

  /** What the edge says of a pixel, put into `said`. */
  at(x: number, y: number, said: AlongEdge): void {
    const p = y * this.size.width + x;
    this.ask(p);
    said.trust = this.trust[p] as number;
    said.coverage = this.cut[p] as number;
    if (said.trust === 0) return;
    let [sum, weights] = [said.coverage, 1];
    for (const way of [1, -1]) {
      let [u, v] = [x, y];
      let [du, dv] = [way * (this.across[p] as number), way * (this.down[p] as number)];
      for (let step = 1; step <= FOLLOWED; step++) {
        u += du;
        v += dv;
        const q = this.pixelAt(u, v);
        if (q < 0) break;
        const weight = BELL[step] as number;
        sum += weight * (this.cut[q] as number);
        weights += weight;
        this.ask(q);
        const [a, d] = [this.across[q] as number, this.down[q] as number];
        const turned = a * du + d * dv;
        if (turned === 0) continue;
        const sign = turned > 0 ? 1 : -1;
        // As far on as the middle of the next step: by tangents alone it would leave a bend outward.
        [du, dv] = [1.5 * sign * a - 0.5 * du, 1.5 * sign * d - 0.5 * dv];
      }
    }
    said.coverage = sum / weights;
  }

  /** The pixel at a place; below 0 beyond the picture. */
  private pixelAt(x: number, y: number): number {
    const { width, height } = this.size;
    const [u, v] = [Math.round(x), Math.round(y)];
    return u < 0 || v < 0 || u >= width || v >= height ? -1 : v * width + u;
  }
}

const BELL = Float32Array.from({ length: FOLLOWED + 1 }, (_, step) =>
  Math.exp((-step * step) / (2 * DEVIATION * DEVIATION)),
);

/** Products of the slopes of a plane: across twice, across and down, down twice. */
function slopeProducts(
  { width, height }: Size,
  plane: Float32Array,
): [Float32Array, Float32Array, Float32Array] {
  const [xx, xy, yy] = [1, 2, 3].map(() => new Float32Array(plane.length)) as [
    Float32Array,
    Float32Array,
    Float32Array,
  ];
  const at = (p: number) => plane[p] as number;
  for (let y = 1; y + 1 < height; y++) {
    for (let x = 1; x + 1 < width; x++) {
      const p = y * width + x;
      const [a, b] = [p - width, p + width];
      const gx = at(a + 1) - at(a - 1) + 2 * (at(p + 1) - at(p - 1)) + at(b + 1) - at(b - 1);
      const gy = at(b - 1) - at(a - 1) + 2 * (at(b) - at(a)) + at(b + 1) - at(a + 1);
      xx[p] = gx * gx;
      xy[p] = gx * gy;
      yy[p] = gy * gy;
    }
  }
  return [xx, xy, yy];
}
