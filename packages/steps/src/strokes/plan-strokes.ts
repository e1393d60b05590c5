import {
  BRISTLE_PLACES,
  type FloatLevels,
  MOST_RUNS,
  RUN_NUMBERS,
  STROKE,
  STROKE_NUMBERS,
} from '@diplex/kernels';
import type { GatheredPart } from '../computation';
import type { ValuesOf } from '../fields';
import { Dice, hashed } from '../noise/dice';
import type { strokes } from './definition';
import { type Colour, Seen } from './seen';

export type Values = ValuesOf<typeof strokes.fields>;

/** Each brush is so much smaller than the one before. */
const SMALLER = 0.5;

/** A stroke has so many places at most, each a radius from the one before. */
const MOST_PLACES = MOST_RUNS;

/** Strokes bend by so much of a new direction at each place. */
const BEND = 0.6;

/** Finer brushes paint where the picture differs by more than this from what coarser ones show, at no detail and all. */
const [COARSE, FINE] = [0.22, 0.015];

/** A brush is drawn when it is so wide at least, in pixels of the drawing: of finer ones nothing could be seen. */
const LEAST_RADIUS = 0.6;

/** The radii of the brushes, in composition pixels, from coarse to fine. */
export function radiiOf({ size, sizes }: Values, scale: number): number[] {
  return Array.from({ length: Math.round(sizes) }, (_, i) => (size / 2) * SMALLER ** i).filter(
    (radius) => radius * scale >= LEAST_RADIUS,
  );
}

/** How far a stroke of a brush reaches from where it begins, in composition pixels. */
export function reachOf({ length }: Values, radius: number): number {
  return radius * (Math.min(MOST_PLACES, 1.2 * length) + 2);
}

/** Strokes one after the other, each as `layStroke` wants it, about an origin of its own. */
export class StrokeList {
  private numbers = new Float32Array(256 * STROKE_NUMBERS);
  private origins = new Int32Array(256 * 2);
  private orders = new Float64Array(256);
  count = 0;

  /** Room for one more; its numbers, to be filled in. */
  add(originX: number, originY: number, order: number): Float32Array {
    const { count } = this;
    if (count === this.orders.length) {
      this.numbers = grown(this.numbers, new Float32Array(2 * this.numbers.length));
      this.origins = grown(this.origins, new Int32Array(2 * this.origins.length));
      this.orders = grown(this.orders, new Float64Array(2 * this.orders.length));
    }
    this.origins[2 * count] = originX;
    this.origins[2 * count + 1] = originY;
    this.orders[count] = order;
    this.count++;
    return this.numbers.subarray(count * STROKE_NUMBERS, (count + 1) * STROKE_NUMBERS);
  }

  /** Each stroke in the order in which they are laid. */
  forEach(lay: (numbers: Float32Array, originX: number, originY: number) => void): void {
    const { numbers, origins, orders } = this;
    const places = Uint32Array.from({ length: this.count }, (_, i) => i);
    places.sort((a, b) => (orders[a] as number) - (orders[b] as number));
    for (const at of places) {
      const own = numbers.subarray(at * STROKE_NUMBERS, (at + 1) * STROKE_NUMBERS);
      lay(own, origins[2 * at] as number, origins[2 * at + 1] as number);
    }
  }
}

function grown<Numbers extends Float32Array | Int32Array | Float64Array>(
  from: Numbers,
  to: Numbers,
): Numbers {
  to.set(from);
  return to;
}

function apart(a: Colour, b: Colour): number {
  const [r, g, b2] = [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
  return Math.sqrt(r * r + g * g + b2 * b2);
}

/** The places of the stroke in hand. */
const placesX = new Float64Array(MOST_PLACES + 1);
const placesY = new Float64Array(MOST_PLACES + 1);

/** The strokes of one brush that may reach into a part, by chance on a grid that lies on the composition. */
export function strokesOf(
  values: Values,
  radius: number,
  brush: number,
  levels: FloatLevels,
  { part, scale }: GatheredPart,
): StrokeList {
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
  const made = new StrokeList();
  const colour: Colour = [0, 0, 0];
  const blurred: Colour = [0, 0, 0];
  for (let j = Math.floor(top / cell); j * cell < bottom; j++) {
    for (let i = Math.floor(left / cell); i * cell < right; i++) {
      const dice = new Dice(i, j, seed);
      const x = (i + dice.next()) * cell * scale;
      const y = (j + dice.next()) * cell * scale;
      if (!seen.at(x, y, colour)) continue;
      if (brush > 0 && (!coarser.at(x, y, blurred) || apart(colour, blurred) < limit)) continue;
      placesX[0] = x;
      placesY[0] = y;
      const most = Math.round(values.length * dice.between(0.6, 1.2));
      const last = followed(seen, values, own, {
        most: Math.min(MOST_PLACES, Math.max(1, most)),
        // Where nothing says which way, strokes go as the hand likes.
        idle: (hashed(i, j, seed + 99) / 2 ** 32) * Math.PI,
        colour,
      });
      const differ = values.colours * 0.12;
      const tone = differ * dice.normal();
      const origin = [Math.floor(x), Math.floor(y)] as const;
      const numbers = made.add(...origin, hashed(j, i, seed + 7));
      told(numbers, values, own, last, origin);
      for (let c = 0; c < 3; c++) {
        const paint = (colour[c] as number) + tone + 0.4 * differ * dice.normal();
        numbers[STROKE.red + c] = Math.max(0, Math.min(1, paint));
      }
      bristlesOf(numbers, own, hashed(i, j, seed + 11));
    }
  }
  return made;
}

const way = { angle: 0, sure: 0 };
const next: Colour = [0, 0, 0];

/** Follows the picture from the first place on; says which is the last. The colour takes on what it goes through. */
function followed(
  seen: Seen,
  { detail, smear }: Values,
  step: number,
  { most, idle, colour }: { most: number; idle: number; colour: Colour },
): number {
  let [x, y] = [placesX[0] as number, placesY[0] as number];
  let [wayX, wayY] = [0, 0];
  const [idleX, idleY] = [Math.cos(idle), Math.sin(idle)];
  for (let k = 0; k < most; k++) {
    seen.along(x, y, way);
    let dx = Math.cos(way.angle) * way.sure + idleX * (1 - way.sure);
    let dy = Math.sin(way.angle) * way.sure + idleY * (1 - way.sure);
    if (dx * wayX + dy * wayY < 0) {
      dx = -dx;
      dy = -dy;
    }
    const bend = k === 0 ? 1 : BEND;
    wayX = wayX * (1 - bend) + dx * bend;
    wayY = wayY * (1 - bend) + dy * bend;
    const long = Math.max(1e-6, Math.sqrt(wayX * wayX + wayY * wayY));
    wayX /= long;
    wayY /= long;
    x += wayX * step;
    y += wayY * step;
    // A stroke ends where its colour is no longer the picture's.
    if (!seen.at(x, y, next)) return k;
    if (k > 0 && apart(next, colour) > 0.12 + 0.2 * (1 - detail)) return k;
    placesX[k + 1] = x;
    placesY[k + 1] = y;
    for (let c = 0; c < 3; c++) {
      const own = colour[c] as number;
      colour[c] = own + smear * 0.3 * ((next[c] as number) - own);
    }
  }
  return most;
}

/** Tells how a stroke is laid, about its origin: a stroke of one place has one run of no length. */
function told(
  numbers: Float32Array,
  { opacity, bristles, relief }: Values,
  radius: number,
  last: number,
  [originX, originY]: readonly [number, number],
): void {
  const runs = Math.max(1, last);
  const wide = Math.max(0.5, radius);
  numbers[STROKE.radius] = radius;
  numbers[STROKE.opacity] = opacity;
  numbers[STROKE.bristles] = bristles;
  numbers[STROKE.ridge] = relief * 0.16;
  numbers[STROKE.slope] = relief * 0.1 * Math.min(1, radius / 3);
  numbers[STROKE.runs] = runs;
  numbers[STROKE.alone] = last === 0 ? 1 : 0;
  numbers[STROKE.wide] = wide;
  for (let k = 0, o: number = STROKE.firstRun; k < runs; k++, o += RUN_NUMBERS) {
    const end = Math.min(k + 1, last);
    const dx = (placesX[end] as number) - (placesX[k] as number);
    const dy = (placesY[end] as number) - (placesY[k] as number);
    const square = dx * dx + dy * dy;
    numbers[o] = (placesX[k] as number) - originX;
    numbers[o + 1] = (placesY[k] as number) - originY;
    numbers[o + 2] = dx;
    numbers[o + 3] = dy;
    numbers[o + 4] = square > 0 ? 1 / square : 0;
    numbers[o + 5] = 1 / (Math.max(1e-6, Math.sqrt(square)) * wide);
  }
}

/** How much paint each bristle carries: brushes of a pixel have some beyond their edge. */
function bristlesOf(numbers: Float32Array, radius: number, seed: number): void {
  const across = BRISTLE_PLACES / 4;
  const beyond = Math.ceil(((radius + 0.5) / Math.max(0.5, radius) - 1) * across) + 1;
  const [first, last] = [Math.max(0, across - beyond), Math.min(4 * across, 3 * across + beyond)];
  for (let place = first; place < last; place++) {
    numbers[STROKE.bristleTable + place] = hashed(place - across, 0, seed) / 2 ** 32;
  }
}
