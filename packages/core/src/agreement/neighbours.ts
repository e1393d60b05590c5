import type { CoverageImage } from '@diplex/imaging';
import type { LightPatch } from './light-patch';
import { nearness } from './nearness';

export type Rgb = readonly [r: number, g: number, b: number];

/** What lies around a thing on one side of it. */
interface Sector {
  /** Linear light times what counts of it. */
  readonly sum: [number, number, number];
  weight: number;
}

/** What lies around a thing and gives it light of its own colours: all of it, and side by side clockwise from up. */
export interface Neighbours {
  readonly all: Sector;
  readonly sectors: readonly Sector[];
}

/** Directions are told apart so finely. */
const SECTORS = 16;

/** What counts less than this share of all that lies around says nothing. */
const LEAST = 0.01;

function mean({ sum, weight }: Sector): Rgb | null {
  return weight > 0 ? [sum[0] / weight, sum[1] / weight, sum[2] / weight] : null;
}

/**
 * What lies around a thing, told apart by the side of it on which it does; the nearer, the more it counts.
 * @param scene what lies behind the thing; what it does not count is left out
 * @param thing how much of it covers each of the same pixels
 * @returns null where there is no thing, or nothing around it
 */
export function neighboursOf(scene: LightPatch, thing: CoverageImage): Neighbours | null {
  const { width } = thing;
  let [x, y, all] = [0, 0, 0];
  thing.data.forEach((share, p) => {
    all += share;
    x += share * (p % width);
    y += share * Math.floor(p / width);
  });
  if (all === 0) return null;
  const [middleX, middleY] = [x / all, y / all];
  const near = nearness(thing);
  const sectors = Array.from({ length: SECTORS }, (): Sector => ({ sum: [0, 0, 0], weight: 0 }));
  const whole: Sector = { sum: [0, 0, 0], weight: 0 };
  for (let p = 0; p < near.length; p++) {
    // Twice as near counts more than twice: what touches it gives it most.
    const close = near[p] as number;
    const counts = (scene.weights[p] as number) * (1 - (thing.data[p] as number)) * close ** 4;
    if (counts <= 0) continue;
    const away = Math.atan2((p % width) - middleX, middleY - Math.floor(p / width));
    const at = Math.round((away / (2 * Math.PI)) * SECTORS + SECTORS) % SECTORS;
    for (const to of [sectors[at] as Sector, whole]) {
      for (let c = 0; c < 3; c++) {
        to.sum[c] = (to.sum[c] as number) + counts * (scene.light[p * 3 + c] as number);
      }
      to.weight += counts;
    }
  }
  return whole.weight > 0 ? { all: whole, sectors } : null;
}

/**
 * The mean light of what lies on the side of an azimuth, in degrees clockwise from up, beside that of all that lies around:
 * three gains, 1 where it is like all. Null where nothing lies on that side.
 */
export function lightFrom({ all, sectors }: Neighbours, azimuth: number): Rgb | null {
  const side: Sector = { sum: [0, 0, 0], weight: 0 };
  sectors.forEach(({ sum, weight }, i) => {
    const off = ((i / sectors.length) * 360 - azimuth) * (Math.PI / 180);
    const facing = Math.max(0, Math.cos(off));
    for (let c = 0; c < 3; c++) {
      side.sum[c] = (side.sum[c] as number) + facing * (sum[c] as number);
    }
    side.weight += facing * weight;
  });
  const [own, around] = [mean(side), mean(all)];
  if (!own || !around || side.weight < LEAST * all.weight) return null;
  const beside = (c: 0 | 1 | 2) => own[c] / Math.max(1e-4, around[c]);
  return [beside(0), beside(1), beside(2)];
}
