import { growRect, type Rect } from '@diplex/document';
import { floatLevels, unwrittenImage } from '@diplex/imaging';
import type { FloatLevels, FloatPixels } from '@diplex/kernels';
import type { GatherComputation, GatheredPart } from '../computation';
import type { ValuesOf } from '../fields';
import { Dice, hashed } from '../noise/dice';
import { paints } from '../painted';
import type { strokes } from './definition';

type Values = ValuesOf<typeof strokes.fields>;

/** Each brush is so much smaller than the one before. */
const SMALLER = 0.5;

/** A stroke has so many places at most, each a radius from the one before. */
const MOST_PLACES = 12;

/** Strokes bend by so much of a new direction at each place. */
const BEND = 0.6;

/** Finer brushes paint where the picture differs by more than this from what coarser ones show, at no detail and all. */
const [COARSE, FINE] = [0.22, 0.015];

/** Bristles are about so many across a brush. */
const BRISTLES = 7;

type Colour = [number, number, number];

/** One stroke: where it goes, in pixels of the drawing, how wide, and with what paint. */
interface Stroke {
  readonly places: readonly (readonly [x: number, y: number])[];
  readonly radius: number;
  readonly colour: Colour;
  readonly order: number;
  readonly seed: number;
}

/** Slopes are looked at here and diagonally, in radii of a brush. */
const LOOKS = [
  [0, 0],
  [-1, -1],
  [1, -1],
  [-1, 1],
  [1, 1],
] as const;

/** The picture as brushes of a width see it: blurred by about that. */
class Seen {
  private readonly pixels: FloatPixels;
  private readonly by: number;

  constructor(levels: FloatLevels, width: number) {
    const level = Math.max(
      0,
      Math.min(levels.length - 1, Math.round(Math.log2(Math.max(1, width)))),
    );
    this.pixels = levels[level] as FloatPixels;
    this.by = 1 / 2 ** level;
  }

  /** The straight colour about a place, encoded; false where nothing shows. */
  at(x: number, y: number, to: Colour): boolean {
    const { data, width, height, x: left, y: top } = this.pixels;
    const [u, v] = [x * this.by - 0.5 - left, y * this.by - 0.5 - top];
    const [i, j] = [Math.floor(u), Math.floor(v)];
    const [s, t] = [u - i, v - j];
    let [r, g, b, a] = [0, 0, 0, 0];
    for (let k = 0; k < 4; k++) {
      const [column, row] = [i + (k & 1), j + (k >> 1)];
      if (column < 0 || row < 0 || column >= width || row >= height) continue;
      const share = (k & 1 ? s : 1 - s) * (k >> 1 ? t : 1 - t);
      const p = (row * width + column) * 4;
      r += share * (data[p] as number);
      g += share * (data[p + 1] as number);
      b += share * (data[p + 2] as number);
      a += share * (data[p + 3] as number);
    }
    if (a < 0.02) return false;
    to[0] = r / a;
    to[1] = g / a;
    to[2] = b / a;
    return true;
  }

  private readonly colour: Colour = [0, 0, 0];

  private luma(x: number, y: number): number {
    const { colour } = this;
    return this.at(x, y, colour) ? 0.3 * colour[0] + 0.59 * colour[1] + 0.11 * colour[2] : 0;
  }

  /** Along which way the picture goes on about a place: across the mean of its slopes (the structure tensor). */
  along(x: number, y: number, near: number): readonly [x: number, y: number, sure: number] {
    let [xx, xy, yy] = [0, 0, 0];
    for (const [i, j] of LOOKS) {
      const [px, py] = [x + i * near, y + j * near];
      const dx = this.luma(px + near, py) - this.luma(px - near, py);
      const dy = this.luma(px, py + near) - this.luma(px, py - near);
      xx += dx * dx;
      xy += dx * dy;
      yy += dy * dy;
    }
    const angle = 0.5 * Math.atan2(2 * xy, xx - yy);
    const strength = Math.hypot(xx - yy, 2 * xy);
    return [-Math.sin(angle), Math.cos(angle), strength];
  }
}

function apart(a: Colour, b: Colour): number {
  return Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]);
}

/** A brush is drawn when it is so wide at least, in pixels of the drawing: of finer ones nothing could be seen. */
const LEAST_RADIUS = 0.6;

/** The radii of the brushes, in composition pixels, from coarse to fine. */
function radiiOf({ size, sizes }: Values, scale: number): number[] {
  return Array.from({ length: Math.round(sizes) }, (_, i) => (size / 2) * SMALLER ** i).filter(
    (radius) => radius * scale >= LEAST_RADIUS,
  );
}

/** How far a stroke of a brush reaches from where it begins, in composition pixels. */
function reachOf({ length }: Values, radius: number): number {
  return radius * (Math.min(MOST_PLACES, 1.2 * length) + 2);
}

/** The strokes of one brush that may reach into a part, by chance on a grid that lies on the composition. */
function strokesOf(
  values: Values,
  radius: number,
  brush: number,
  levels: FloatLevels,
  { part, scale }: GatheredPart,
): Stroke[] {
  const own = radius * scale;
  const seen = new Seen(levels, own);
  const coarser = new Seen(levels, own * 3);
  const cell = (radius * 1.15) / Math.sqrt(values.cover);
  const far = reachOf(values, radius);
  const [left, top] = [part.x / scale - far, part.y / scale - far];
  const [right, bottom] = [
    (part.x + part.width) / scale + far,
    (part.y + part.height) / scale + far,
  ];
  const limit = COARSE + (FINE - COARSE) * values.detail;
  const seed = Math.round(values.seed) * 8 + brush;
  const made: Stroke[] = [];
  const colour: Colour = [0, 0, 0];
  const blurred: Colour = [0, 0, 0];
  const next: Colour = [0, 0, 0];
  for (let j = Math.floor(top / cell); j * cell < bottom; j++) {
    for (let i = Math.floor(left / cell); i * cell < right; i++) {
      const dice = new Dice(i, j, seed);
      let x = (i + dice.next()) * cell * scale;
      let y = (j + dice.next()) * cell * scale;
      if (!seen.at(x, y, colour)) continue;
      if (brush > 0 && (!coarser.at(x, y, blurred) || apart(colour, blurred) < limit)) continue;
      const places: [number, number][] = [[x, y]];
      let [wayX, wayY] = [0, 0];
      const most = Math.min(
        MOST_PLACES,
        Math.max(1, Math.round(values.length * dice.between(0.6, 1.2))),
      );
      for (let k = 0; k < most; k++) {
        const [ax, ay, sure] = seen.along(x, y, Math.max(1, own));
        // Where nothing says which way, strokes go as the hand likes.
        const idle = (hashed(i, j, seed + 99) / 2 ** 32) * Math.PI;
        const trust = Math.min(1, sure * 60);
        let [dx, dy] = [
          ax * trust + Math.cos(idle) * (1 - trust),
          ay * trust + Math.sin(idle) * (1 - trust),
        ];
        if (dx * wayX + dy * wayY < 0) [dx, dy] = [-dx, -dy];
        const bend = k === 0 ? 1 : BEND;
        [wayX, wayY] = [wayX * (1 - bend) + dx * bend, wayY * (1 - bend) + dy * bend];
        const long = Math.max(1e-6, Math.hypot(wayX, wayY));
        [wayX, wayY] = [wayX / long, wayY / long];
        [x, y] = [x + wayX * own, y + wayY * own];
        // A stroke ends where its colour is no longer the picture's.
        if (
          !seen.at(x, y, next) ||
          (k > 0 && apart(next, colour) > 0.12 + 0.2 * (1 - values.detail))
        )
          break;
        places.push([x, y]);
        for (let c = 0; c < 3; c++) {
          colour[c] =
            (colour[c] as number) +
            values.smear * 0.3 * ((next[c] as number) - (colour[c] as number));
        }
      }
      const differ = values.colours * 0.12;
      const tone = differ * dice.normal();
      const paint = colour.map((value) =>
        Math.max(0, Math.min(1, value + tone + 0.4 * differ * dice.normal())),
      );
      made.push({
        places,
        radius: own,
        colour: paint as Colour,
        order: hashed(j, i, seed + 7),
        seed: hashed(i, j, seed + 11),
      });
    }
  }
  return made.sort((a, b) => a.order - b.order || a.seed - b.seed);
}

/** The straight runs of a stroke: where each begins, its way, one over its length squared, and its length. */
const RUN = 6;
const runs = new Float64Array(MOST_PLACES * RUN);

/** Puts the runs of a stroke where `lay` looks for them; a stroke of one place has one of no length. */
function runsOf({ places }: Stroke): number {
  const [first] = places as readonly [readonly [number, number]];
  const count = Math.max(1, places.length - 1);
  for (let k = 0, o = 0; k < count; k++, o += RUN) {
    const [ax, ay] = places[k] ?? first;
    const [bx, by] = places[k + 1] ?? first;
    const [dx, dy] = [bx - ax, by - ay];
    const square = dx * dx + dy * dy;
    runs[o] = ax;
    runs[o + 1] = ay;
    runs[o + 2] = dx;
    runs[o + 3] = dy;
    runs[o + 4] = square > 0 ? 1 / square : 0;
    runs[o + 5] = Math.max(1e-6, Math.sqrt(square));
  }
  return count;
}

/** How much paint each bristle carries, by its place; below 0 where that was not asked yet. */
const bristles = new Float64Array(4 * BRISTLES);

/** Lays a stroke of paint: bristles leave streaks along it, and thick paint is lighter on the side of the light. */
function lay(stroke: Stroke, values: Values, part: Rect, data: Float32Array): void {
  const { places, radius, colour, seed } = stroke;
  const count = runsOf(stroke);
  const alone = places.length === 1;
  const reach = radius + 1;
  const farthest = (radius + 0.5) ** 2;
  let [upper, lower] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (const [, y] of places) {
    if (y < upper) upper = y;
    if (y > lower) lower = y;
  }
  const top = Math.max(0, Math.floor(upper - reach - part.y));
  const bottom = Math.min(part.height, Math.ceil(lower + reach - part.y));
  const last = Math.max(1, places.length - 1);
  const wide = Math.max(0.5, radius);
  bristles.fill(-1);
  for (let v = top; v < bottom; v++) {
    const y = part.y + v + 0.5;
    // Which of a row's pixels any run may reach.
    let [from, to] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
    for (let o = 0; o < count * RUN; o += RUN) {
      const [ax, ay] = [runs[o] as number, runs[o + 1] as number];
      const [bx, by] = [ax + (runs[o + 2] as number), ay + (runs[o + 3] as number)];
      if (y < (ay < by ? ay : by) - reach || y > (ay > by ? ay : by) + reach) continue;
      from = Math.min(from, ax < bx ? ax : bx);
      to = Math.max(to, ax > bx ? ax : bx);
    }
    const left = Math.max(0, Math.floor(from - reach - part.x));
    const right = Math.min(part.width, Math.ceil(to + reach - part.x));
    for (let u = left; u < right; u++) {
      const x = part.x + u + 0.5;
      let [best, at, cross, long] = [Number.POSITIVE_INFINITY, 0, 0, 1];
      for (let k = 0, o = 0; k < count; k++, o += RUN) {
        const [px, py] = [x - (runs[o] as number), y - (runs[o + 1] as number)];
        const [dx, dy] = [runs[o + 2] as number, runs[o + 3] as number];
        let t = (px * dx + py * dy) * (runs[o + 4] as number);
        t = t < 0 ? 0 : t > 1 ? 1 : t;
        const [ex, ey] = [px - t * dx, py - t * dy];
        const away = ex * ex + ey * ey;
        if (away >= best) continue;
        best = away;
        at = k + t;
        cross = dx * py - dy * px;
        long = runs[o + 5] as number;
      }
      if (best >= farthest) continue;
      const solid = Math.min(1, radius - Math.sqrt(best) + 0.5);
      const across = (alone ? y - (runs[1] as number) : cross / long) / wide;
      const bristle = bristleAt(Math.floor((across + 1) * BRISTLES), seed);
      // Paint runs out towards the end, some bristles sooner than others.
      const dry = Math.max(0, at / last - 0.45) * 1.6;
      const laid = 1 - values.bristles * Math.min(1, 0.45 * bristle + dry * bristle * 1.6);
      const alpha = values.opacity * solid * laid;
      const ridge =
        values.relief * ((bristle - 0.5) * 0.16 - across * 0.1 * Math.min(1, radius / 3));
      const i = (v * part.width + u) * 4;
      for (let c = 0; c < 3; c++) {
        const paint = Math.max(0, Math.min(1, (colour[c as 0] as number) + ridge));
        data[i + c] = (data[i + c] as number) * (1 - alpha) + alpha * paint;
      }
    }
  }
}

/** How much paint the bristle at a place across the brush carries; brushes of a pixel have some beyond their edge. */
function bristleAt(place: number, seed: number): number {
  const slot = place + BRISTLES;
  const known = bristles[slot];
  if (known !== undefined && known >= 0) return known;
  const found = hashed(place, 0, seed) / 2 ** 32;
  if (slot >= 0 && slot < bristles.length) bristles[slot] = found;
  return found;
}

/**
 * The picture in strokes of paint, from coarse brushes to fine ones, each along the picture's own directions (after
 * Hertzmann 1998): finer brushes only where coarser ones leave something out.
 */
export const computeStrokes: GatherComputation<Values> = {
  ...paints,
  // Strokes begin, and look at the picture, as far again from where they reach.
  looks: (values, part, _, scale) =>
    growRect(part, 2 * reachOf(values, values.size / 2) + 4 * values.size + 8 / scale),
  gather(values, from, asked) {
    const { part, scale } = asked;
    const radii = radiiOf(values, scale);
    const widest = Math.max(2, values.size * 1.5 * scale);
    const levels = floatLevels(from, 2 + Math.ceil(Math.log2(widest)));
    const made = unwrittenImage(part.width, part.height);
    const ground = new Seen(levels, (values.size / 2) * scale);
    const colour: Colour = [0, 0, 0];
    for (let y = 0, i = 0; y < part.height; y++) {
      for (let x = 0; x < part.width; x++, i += 4) {
        const known = ground.at(part.x + x + 0.5, part.y + y + 0.5, colour) ? 1 : 0;
        made.data[i] = known * colour[0];
        made.data[i + 1] = known * colour[1];
        made.data[i + 2] = known * colour[2];
        made.data[i + 3] = known;
      }
    }
    radii.forEach((radius, brush) => {
      for (const stroke of strokesOf(values, radius, brush, levels, asked)) {
        lay(stroke, values, part, made.data);
      }
    });
    return made;
  },
};
