import {
  boundsAfter,
  intersectRects,
  invert,
  isEmpty,
  type Matrix,
  PAINTED_TILE_SIZE,
  type Rect,
  roundOut,
  transform,
  uniteRects,
} from '@diplex/document';
import { type Dab, mergeStroke, stampDab } from '@diplex/kernels';
import type { SourceLevel } from '../pixels/source-level';
import { type Brush, reachOf, type StrokePoint, spacing } from './brush';
import { roundWeights, stickToColour, type TipImage, type Touch, tipWeights } from './dab-weights';
import { Dice } from './dice';
import type { WorkedValues } from './worked-values';

const SIDE = PAINTED_TILE_SIZE;
const TOP = 65_535;

/** Where a stroke begins: the part's tiles, by `column,row`, and memory for what is changed. */
export interface StrokeGround {
  /** From mask pixels to composition pixels. */
  readonly toComposition: Matrix;
  /** The mask pixels that can be painted. */
  readonly extent: Rect;
  readonly tile: (key: string) => Uint16Array | undefined;
  /** Zeroes for a tile: SIDE x SIDE pairs, and as many samples for what the stroke lays down. */
  readonly memory: (key: string) => { readonly merged: Uint16Array; readonly stroke: Uint16Array };
  /** The colours under the mask, for a brush that sticks to them: a pixel for each of the mask's. */
  readonly colours?: SourceLevel | null;
  /** The picture of the brush's tip. */
  readonly tip?: TipImage | null;
  /** What is painted at each pixel of a tile, for a brush that does not paint one value. */
  readonly worked?: ((key: string) => WorkedValues) | null;
  /** The most that a stroke may do at each pixel of a tile, 0..1: what an area lets through. */
  readonly limit?: ((key: string) => Float32Array) | null;
}

interface Touched {
  /** What was there before the stroke. */
  readonly before: Uint16Array | undefined;
  readonly stroke: Uint16Array;
  readonly merged: Uint16Array;
  /** What is painted where; null for the brush's one value. */
  readonly values: Uint16Array | null;
  /** How much of what is laid down comes through; null for all. */
  readonly limit: Float32Array | null;
  /** What was stamped and not merged yet. */
  dirty: Bounds | null;
}

/** The first and the last column and row, in pixels of the tile. */
type Bounds = readonly [x0: number, y0: number, x1: number, y1: number];

function uniteBounds(a: Bounds, b: Bounds): Bounds {
  return [Math.min(a[0], b[0]), Math.min(a[1], b[1]), Math.max(a[2], b[2]), Math.max(a[3], b[3])];
}

/**
 * A brush stroke in the making. Points go in as the pointer moves; `tiles` always holds the painted
 * tiles as they would be if the stroke ended now.
 */
export class Stroke {
  private readonly touched = new Map<string, Touched>();
  private readonly toMask: Matrix;
  private last: StrokePoint | null = null;
  /** How far the pointer still has to go until the next touch. */
  private untilNext = 0;
  /** The same for the same stroke, so that it can be drawn again. */
  private readonly dice = new Dice(1);
  /** Which way the stroke goes, in degrees. */
  private direction = 0;

  constructor(
    private readonly brush: Brush,
    private readonly ground: StrokeGround,
  ) {
    this.toMask = invert(ground.toComposition);
  }

  /** The tiles that the stroke changed: pairs of value and coverage, by `column,row`. */
  get tiles(): Map<string, Uint16Array> {
    return new Map([...this.touched].map(([key, tile]) => [key, tile.merged]));
  }

  /** Whether a limit let nothing at all of the stroke through. */
  get heldOff(): boolean {
    const touched = [...this.touched.values()];
    return touched.every(
      ({ limit, stroke }) => limit?.every((most, at) => most === 0 || stroke[at] === 0) ?? false,
    );
  }

  /** Continues the stroke; returns the mask pixels that changed (empty when none did). */
  extend(points: readonly StrokePoint[]): Rect {
    let changed: Rect = { x: 0, y: 0, width: 0, height: 0 };
    for (const point of points) {
      for (const place of this.touchesTo(point)) changed = uniteRects(changed, this.touch(place));
      this.last = point;
    }
    // Touches overlap a lot, so what they laid down is merged once for all of them.
    for (const tile of this.touched.values()) {
      if (tile.dirty) {
        const { stroke, before, merged, values, limit, dirty } = tile;
        if (values || limit) mergeEach(tile, this.brush.value * TOP, dirty);
        else mergeStroke(stroke, before ?? null, merged, SIDE, dirty, this.brush.value * TOP);
      }
      tile.dirty = null;
    }
    return changed;
  }

  private radiusAt(pressure: number): number {
    return this.brush.radius * (this.brush.pressure === 'size' ? Math.max(0.02, pressure) : 1);
  }

  private get spacing(): number {
    const { tip, softness } = this.brush;
    return tip ? Math.max(0.05, tip.spacing) : spacing(softness);
  }

  /** Evenly spaced places from the last point to this one. */
  private touchesTo(point: StrokePoint): StrokePoint[] {
    const { last } = this;
    const places: StrokePoint[] = [];
    const length = last ? Math.hypot(point.x - last.x, point.y - last.y) : 0;
    if (last && length > 0) {
      this.direction = (Math.atan2(point.y - last.y, point.x - last.x) * 180) / Math.PI;
    }
    let at = this.untilNext;
    while (at <= length) {
      const t = length > 0 ? at / length : 0;
      const from = last ?? point;
      const place = {
        x: from.x + (point.x - from.x) * t,
        y: from.y + (point.y - from.y) * t,
        pressure: from.pressure + (point.pressure - from.pressure) * t,
      };
      places.push(place);
      at += Math.max(0.5, this.spacing * this.radiusAt(place.pressure));
    }
    this.untilNext = at - length;
    return places;
  }

  /** Where a touch of a picture falls: strewn about its place, larger and smaller, turned. */
  private strewn(place: StrokePoint): {
    readonly at: StrokePoint;
    readonly radius: number;
    readonly angle: number;
  } {
    const radius = this.radiusAt(place.pressure);
    const { tip } = this.brush;
    if (!tip) return { at: place, radius, angle: 0 };
    const { dice } = this;
    const angle = tip.angle + (tip.follows ? this.direction : 0) + 180 * tip.jitter * dice.around();
    const at = {
      ...place,
      x: place.x + tip.scatter * radius * dice.around(),
      y: place.y + tip.scatter * radius * dice.around(),
    };
    return { at, radius: radius * (1 + (tip.jitter * dice.around()) / 2), angle };
  }

  private touch(to: StrokePoint): Rect {
    const { brush, ground } = this;
    const { at: place, radius, angle } = this.strewn(to);
    const centre = transform(this.toMask, place);
    const by = (what: Brush['pressure']) => (brush.pressure === what ? place.pressure : 1);
    const dab: Dab = {
      ...{ x: centre.x, y: centre.y, radius },
      ...{ softness: brush.softness, flow: brush.flow * by('flow') },
      cap: brush.strength * by('strength'),
    };
    const [a, b, c, d] = ground.toComposition;
    const reach = dab.radius * (brush.tip ? Math.SQRT2 : 1) + 1;
    const halfWidth = reach * Math.hypot(this.toMask[0], this.toMask[2]);
    const halfHeight = reach * Math.hypot(this.toMask[1], this.toMask[3]);
    const { extent } = ground;
    const x0 = Math.max(extent.x, Math.floor(centre.x - halfWidth));
    const x1 = Math.min(extent.x + extent.width, Math.ceil(centre.x + halfWidth));
    const y0 = Math.max(extent.y, Math.floor(centre.y - halfHeight));
    const y1 = Math.min(extent.y + extent.height, Math.ceil(centre.y + halfHeight));
    if (x0 >= x1 || y0 >= y1) return { x: 0, y: 0, width: 0, height: 0 };
    const area = { x: x0, y: y0, width: x1 - x0, height: y1 - y0 };
    const weights = this.weightsOf({ ...centre, radius, angle }, area);
    for (let row = Math.floor(y0 / SIDE); row * SIDE < y1; row++) {
      for (let column = Math.floor(x0 / SIDE); column * SIDE < x1; column++) {
        const tile = this.tileAt(`${column},${row}`);
        const [left, top] = [column * SIDE, row * SIDE];
        const bounds = [
          Math.max(0, x0 - left),
          Math.max(0, y0 - top),
          Math.min(SIDE, x1 - left) - 1,
          Math.min(SIDE, y1 - top) - 1,
        ] as const;
        if (weights) stampWeights(tile.stroke, [left, top], dab, weights, area, bounds);
        else stampDab(tile.stroke, SIDE, left, top, dab, [a, b, c, d], bounds);
        tile.dirty = tile.dirty ? uniteBounds(tile.dirty, bounds) : bounds;
      }
    }
    return area;
  }

  /** What each pixel of a touch counts; null for a plain round one, which is stamped as it is. */
  private weightsOf(touch: Touch, area: Rect): Float32Array | null {
    const { brush, ground } = this;
    const { colours, tip, toComposition } = ground;
    if (!(brush.stick && colours) && !tip) return null;
    const [a, b, c, d] = toComposition;
    const weights = tip
      ? tipWeights(touch, tip, [a, b, c, d], area)
      : roundWeights(touch, brush.softness, [a, b, c, d], area);
    if (brush.stick && colours) stickToColour(weights, area, touch, colours, brush.stick.range);
    return weights;
  }

  private tileAt(key: string): Touched {
    const known = this.touched.get(key);
    if (known) return known;
    const before = this.ground.tile(key);
    const { merged, stroke } = this.ground.memory(key);
    if (before) merged.set(before);
    const worked = this.ground.worked?.(key) ?? null;
    const values = worked?.values ?? null;
    const limit = lesser(this.ground.limit?.(key) ?? null, worked?.limit ?? null);
    const made = { before, stroke, merged, values, limit, dirty: null };
    this.touched.set(key, made);
    return made;
  }
}

/** Two limits as one. */
function lesser(a: Float32Array | null, b: Float32Array | null): Float32Array | null {
  if (!a || !b) return a ?? b;
  return a.map((most, p) => most * (b[p] as number));
}

/** As `mergeStroke`, with a value or a limit of its own for every pixel. */
function mergeEach(
  { stroke, before, merged, values, limit }: Touched,
  plain: number,
  [x0, y0, x1, y1]: Bounds,
): void {
  for (let y = y0; y <= y1; y++) {
    for (let x = x0; x <= x1; x++) {
      const at = y * SIDE + x;
      const laid = ((stroke[at] as number) / TOP) * (limit ? (limit[at] as number) : 1);
      if (laid === 0) continue;
      const painted = values ? (values[at] as number) : plain;
      const value = before ? (before[at * 2] as number) : 0;
      const applies = before ? (before[at * 2 + 1] as number) / TOP : 0;
      const total = applies * (1 - laid) + laid;
      const mixed = (value * applies * (1 - laid) + painted * laid) / total;
      merged[at * 2] = Math.round(mixed);
      merged[at * 2 + 1] = Math.round(total * TOP);
    }
  }
}

/** Lays one touch down whose weights are known for `area`, within `bounds` of a tile at (left, top). */
function stampWeights(
  tile: Uint16Array,
  [left, top]: readonly [number, number],
  { cap, flow }: Pick<Dab, 'cap' | 'flow'>,
  weights: Float32Array,
  area: Rect,
  [x0, y0, x1, y1]: Bounds,
): void {
  const most = cap * TOP;
  for (let y = y0; y <= y1; y++) {
    const from = (top + y - area.y) * area.width + left - area.x;
    for (let x = x0; x <= x1; x++) {
      const weight = weights[from + x] as number;
      if (weight <= 0) continue;
      const at = y * SIDE + x;
      const was = tile[at] as number;
      if (was < most) tile[at] = Math.round(was + (most - was) * flow * weight);
    }
  }
}

/**
 * The tiles that a stroke through `points` may reach, by `column,row`: all of them and perhaps a few
 * more. For whoever has to bring the memory before the stroke is drawn.
 */
export function tilesReached(
  brush: Brush,
  toComposition: Matrix,
  extent: Rect,
  points: readonly StrokePoint[],
): string[] {
  const toMask = invert(toComposition);
  const keys = new Set<string>();
  const reach = reachOf(brush) + 2;
  points.forEach((point, i) => {
    const from = points[i - 1] ?? point;
    const area = {
      x: Math.min(from.x, point.x) - reach,
      y: Math.min(from.y, point.y) - reach,
      width: Math.abs(from.x - point.x) + 2 * reach,
      height: Math.abs(from.y - point.y) + 2 * reach,
    };
    const inMask = intersectRects(roundOut(boundsAfter(toMask, area)), extent);
    if (isEmpty(inMask)) return;
    const { x, y, width, height } = inMask;
    for (let row = Math.floor(y / SIDE); row * SIDE < y + height; row++) {
      for (let column = Math.floor(x / SIDE); column * SIDE < x + width; column++) {
        keys.add(`${column},${row}`);
      }
    }
  });
  return [...keys];
}
