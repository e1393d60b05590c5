import {
  CLUSTER_NUMBERS,
  MOST_CLUSTERS,
  scratchDoubles,
  UNMIX,
  UNMIX_NUMBERS,
  unmixPixel,
} from '@diplex/kernels';
import type { SideGaussian, SideModel } from './side-model';

/** What colours alone say of alpha at one pixel. */
export interface Unmixed {
  alpha: number;
  variance: number;
}

/** The share of pixels that are thought to be wholly kept, and as many wholly dropped. */
const USUALLY_PURE = 0.3;

type Rgb = readonly [number, number, number];

function meanColour(sides: readonly SideGaussian[]): Rgb {
  const mean: [number, number, number] = [0, 0, 0];
  for (const { share, mean: own } of sides) {
    for (let c = 0; c < 3; c++) mean[c] = (mean[c] as number) + share * (own[c] as number);
  }
  return mean;
}

/** Where a colour lies on the line from `below` to `above`, 0..1. */
function between(above: Rgb, below: Rgb, r: number, g: number, b: number): number {
  const [x, y, z] = [above[0] - below[0], above[1] - below[1], above[2] - below[2]];
  const along = (r - below[0]) * x + (g - below[1]) * y + (b - below[2]) * z;
  return Math.max(0, Math.min(1, along / (x * x + y * y + z * z + 1e-6)));
}

/**
 * Unmixes colours into what is kept and what is dropped by the clusters of both sides near each place; see `unmixPixel`.
 * Where nothing explains a colour it is where that lies between the means of both sides, and nothing is claimed.
 */
export class Unmixer {
  private readonly told = scratchDoubles(UNMIX_NUMBERS);
  /** The sides that are told at present. */
  private kept: readonly SideGaussian[] = [];
  private dropped: readonly SideGaussian[] = [];

  constructor(
    private readonly keptSide: SideModel,
    private readonly droppedSide: SideModel,
    /** The share of pixels that are thought to be wholly kept, and as many wholly dropped. */
    pure: number = USUALLY_PURE,
  ) {
    this.told.fill(0);
    this.told[UNMIX.pure] = pure;
  }

  /** `linear` is interleaved RGB, `i` where the pixel's colour begins in it. */
  unmix(x: number, y: number, linear: Float32Array, i: number, into: Unmixed): void {
    this.tell(this.keptSide.near(x, y), this.droppedSide.near(x, y));
    const { told } = this;
    const [r, g, b] = [linear[i], linear[i + 1], linear[i + 2]] as [number, number, number];
    unmixPixel(told, r, g, b);
    into.variance = told[UNMIX.variance] as number;
    into.alpha = told[UNMIX.explained]
      ? (told[UNMIX.alpha] as number)
      : between(meanColour(this.kept), meanColour(this.dropped), r, g, b);
  }

  /** Neighbours mostly have the same sides. */
  private tell(kept: readonly SideGaussian[], dropped: readonly SideGaussian[]): void {
    if (kept !== this.kept) {
      this.kept = kept;
      this.told[UNMIX.keptCount] = put(kept, this.told, UNMIX.kept);
    }
    if (dropped !== this.dropped) {
      this.dropped = dropped;
      this.told[UNMIX.droppedCount] = put(dropped, this.told, UNMIX.dropped);
    }
  }
}

/** Puts clusters where unmixing looks for them; says how many there are. */
function put(sides: readonly SideGaussian[], told: Float64Array, from: number): number {
  const count = Math.min(MOST_CLUSTERS, sides.length);
  for (let k = 0, at = from; k < count; k++, at += CLUSTER_NUMBERS) {
    const { share, mean, spread } = sides[k] as SideGaussian;
    told[at] = share;
    for (let c = 0; c < 3; c++) told[at + 1 + c] = mean[c] as number;
    for (let c = 0; c < 6; c++) told[at + 4 + c] = spread[c] as number;
  }
  return count;
}
