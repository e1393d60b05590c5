import {
  IDENTITY,
  intersectRects,
  invert,
  isEmpty,
  type Matrix,
  PAINTED_TILE_SIZE,
  PUSH_CELL,
  PUSH_UNIT,
  RANGES,
  type Rect,
  roundOut,
  scaling,
  transform,
  uniteRects,
} from '@diplex/document';
import type { Brush, StrokePoint } from '../brush/brush';
import type { StrokeGround } from '../brush/stroke';

const SIDE = PAINTED_TILE_SIZE;

/** What a brush does to the pixels under it. */
export const PUSH_WAYS = [
  'drag',
  'swell',
  'shrink',
  'twirl',
  'twirl back',
  'smooth',
  'restore',
] as const;
export type PushWay = (typeof PUSH_WAYS)[number];

/** From one touch to the next, as a share of the radius. */
const SPACING = 0.1;

/** How much of the way to its middle a touch of full strength takes things, and by how many radians it turns them. */
const SWELL = 0.06;
const TWIRL = 0.08;

/** How much is left of what was pushed where a touch of full strength restores. */
const RESTORE = 0.35;

/** Nothing is carried farther: a part of the picture has to look as far around. */
const MOST = RANGES.pushReach.most;

/** One tile of a stroke: what is pushed, as numbers of pixels, and what is kept of that. */
interface Touched {
  readonly field: Float32Array;
  readonly merged: Uint16Array;
  readonly limit: Float32Array | null;
}

/**
 * A stroke that pushes pixels along, in the making. It works on the field that says for each cell from where its pixels
 * are taken: a touch looks that field up where the touch takes things from, so that what was pushed before is pushed
 * on with all that it shows (backward advection).
 */
export class PushStroke {
  private readonly touched = new Map<string, Touched>();
  private readonly toCells: Matrix;
  private last: StrokePoint | null = null;
  private untilNext = 0;

  /**
   * @param brush its softness, strength, flow and pressure; lengths in composition pixels
   * @param ground its map takes cells to composition pixels, its extent is in cells
   */
  constructor(
    private readonly way: PushWay,
    private readonly brush: Brush,
    private readonly ground: StrokeGround,
  ) {
    this.toCells = invert(ground.toComposition);
  }

  /** The tiles that the stroke changed, by `column,row`. */
  get tiles(): Map<string, Uint16Array> {
    return new Map([...this.touched].map(([key, { merged }]) => [key, merged]));
  }

  /** Whether a limit let nothing at all of the stroke through. */
  get heldOff(): boolean {
    const touched = [...this.touched.values()];
    return touched.every(({ limit }) => limit?.every((most) => most === 0) ?? false);
  }

  /** The farthest that anything was pushed in the tiles of the stroke, in pixels of the thing. */
  get reach(): number {
    return Math.min(MOST, this.farthest);
  }

  private farthest = 0;

  /** Continues the stroke; returns the cells that changed (empty when none did). */
  extend(points: readonly StrokePoint[]): Rect {
    let changed: Rect = { x: 0, y: 0, width: 0, height: 0 };
    for (const point of points) {
      for (const [at, from] of this.touchesTo(point)) {
        changed = uniteRects(changed, this.touch(at, from));
      }
    }
    return changed;
  }

  /** Evenly spaced places from the last point to this one, each with the one before it. */
  private touchesTo(point: StrokePoint): (readonly [StrokePoint, StrokePoint])[] {
    const from = this.last ?? point;
    const length = Math.hypot(point.x - from.x, point.y - from.y);
    const step = Math.max(1, this.brush.radius * SPACING);
    const touches: (readonly [StrokePoint, StrokePoint])[] = [];
    if (!this.last) {
      this.last = point;
      // What drags needs a way to go.
      return this.way === 'drag' ? [] : [[point, point]];
    }
    let before = from;
    let at = step - this.untilNext;
    for (; at <= length; at += step) {
      const t = at / length;
      const place = {
        x: from.x + (point.x - from.x) * t,
        y: from.y + (point.y - from.y) * t,
        pressure: from.pressure + (point.pressure - from.pressure) * t,
      };
      touches.push([place, this.behind ?? before]);
      this.behind = place;
      before = place;
    }
    this.behind ??= from;
    this.untilNext = length - (at - step);
    this.last = point;
    return touches;
  }

  /** Where the last touch was. */
  private behind: StrokePoint | null = null;

  private touch(at: StrokePoint, from: StrokePoint): Rect {
    const { brush, ground } = this;
    const by = (what: Brush['pressure']) => (brush.pressure === what ? at.pressure : 1);
    const radius = brush.radius * (brush.pressure === 'size' ? Math.max(0.05, at.pressure) : 1);
    const strength = brush.strength * by('strength') * brush.flow * by('flow');
    const centre = transform(this.toCells, at);
    const before = transform(this.toCells, from);
    const reach = radius + 1;
    const halfWidth = reach * Math.hypot(this.toCells[0], this.toCells[2]);
    const halfHeight = reach * Math.hypot(this.toCells[1], this.toCells[3]);
    const area = intersectRects(
      roundOut({
        ...{ x: centre.x - halfWidth, y: centre.y - halfHeight },
        ...{ width: 2 * halfWidth, height: 2 * halfHeight },
      }),
      ground.extent,
    );
    if (isEmpty(area)) return area;
    const move = { x: centre.x - before.x, y: centre.y - before.y };
    const margin = 2 + Math.ceil(Math.max(Math.abs(move.x), Math.abs(move.y)));
    const seen = {
      ...{ x: area.x - margin, y: area.y - margin },
      ...{ width: area.width + 2 * margin, height: area.height + 2 * margin },
    };
    const old = this.gathered(seen);
    const inner = radius * (1 - brush.softness);
    const touch: RowTouch = {
      ...{ radius, inner, fall: Math.max(1e-6, radius - inner), strength, centre },
      ...{ map: ground.toComposition, old, seen },
      goals: this.way === 'smooth' ? evened(old, seen) : null,
    };
    const draw = ROWS[this.way](move);
    this.eachRow(area, (y, left, right, tile, start) => {
      const far = draw(touch, tile, y, left, right, start);
      if (far > this.farthest) this.farthest = far;
    });
    return area;
  }

  private noteFar(value: number): void {
    const far = Math.abs(value);
    if (far > this.farthest) this.farthest = far;
  }

  /** The rows of a rectangle of cells, tile by tile: from one column to another, and where the first lies in its tile. */
  private eachRow(
    area: Rect,
    visit: (y: number, left: number, right: number, tile: Touched, start: number) => void,
  ): void {
    const [right, bottom] = [area.x + area.width, area.y + area.height];
    for (let row = Math.floor(area.y / SIDE); row * SIDE < bottom; row++) {
      for (let column = Math.floor(area.x / SIDE); column * SIDE < right; column++) {
        const tile = this.tileAt(`${column},${row}`);
        const [tileX, tileY] = [column * SIDE, row * SIDE];
        const first = Math.max(area.x, tileX);
        const last = Math.min(right, tileX + SIDE);
        for (let y = Math.max(area.y, tileY); y < Math.min(bottom, tileY + SIDE); y++) {
          visit(y, first, last, tile, (y - tileY) * SIDE + first - tileX);
        }
      }
    }
  }

  /** The field as it is in a rectangle of cells: pairs of numbers. */
  private gathered(rect: Rect): Float32Array {
    const data = new Float32Array(rect.width * rect.height * 2);
    const [right, bottom] = [rect.x + rect.width, rect.y + rect.height];
    for (let row = Math.floor(rect.y / SIDE); row * SIDE < bottom; row++) {
      for (let column = Math.floor(rect.x / SIDE); column * SIDE < right; column++) {
        const key = `${column},${row}`;
        const field = this.touched.get(key)?.field;
        const before = field ? undefined : this.ground.tile(key);
        if (!field && !before) continue;
        const [left, top] = [column * SIDE, row * SIDE];
        const [x0, x1] = [Math.max(rect.x, left), Math.min(right, left + SIDE)];
        for (let y = Math.max(rect.y, top); y < Math.min(bottom, top + SIDE); y++) {
          const from = ((y - top) * SIDE + x0 - left) * 2;
          const to = ((y - rect.y) * rect.width + x0 - rect.x) * 2;
          const count = (x1 - x0) * 2;
          if (field) data.set(field.subarray(from, from + count), to);
          else if (before)
            for (let i = 0; i < count; i++) data[to + i] = pushedBy(before[from + i] as number);
        }
      }
    }
    return data;
  }

  private tileAt(key: string): Touched {
    const known = this.touched.get(key);
    if (known) return known;
    const before = this.ground.tile(key);
    const { merged } = this.ground.memory(key);
    if (before) merged.set(before);
    const field = new Float32Array(merged.length);
    if (before) {
      for (let i = 0; i < field.length; i++) field[i] = pushedBy(merged[i] as number);
      for (const value of field) this.noteFar(value);
    }
    const made = { field, merged, limit: this.ground.limit?.(key) ?? null };
    this.touched.set(key, made);
    return made;
  }
}

/** A kept number as pixels. */
export function pushedBy(kept: number): number {
  return (kept > 32_767 ? kept - 65_536 : kept) * PUSH_UNIT;
}

/** What a touch does to the cells under it. */
interface RowTouch {
  /** In composition pixels; beyond `inner` it falls off over `fall`. */
  readonly radius: number;
  readonly inner: number;
  readonly fall: number;
  readonly strength: number;
  /** Its middle, in cells. */
  readonly centre: { readonly x: number; readonly y: number };
  readonly map: Matrix;
  /** The field before it, within `seen`, and what smoothing goes towards. */
  readonly old: Float32Array;
  readonly seen: Rect;
  readonly goals: Float32Array | null;
}

/** Changes the cells of a row from one column to another, the first at `start` in its tile; gives the farthest that one was carried. */
type DrawRow = (
  touch: RowTouch,
  tile: Touched,
  y: number,
  left: number,
  right: number,
  start: number,
) => number;

/** How much of a touch is done so far from its middle, given by its square; 0 beyond its radius. */
function weightAt({ radius, inner, fall, strength }: RowTouch, square: number): number {
  if (square >= radius * radius) return 0;
  const far = Math.sqrt(square);
  if (far <= inner) return strength;
  const t = (radius - far) / fall;
  return strength * t * t * (3 - 2 * t);
}

/**
 * Takes what comes to lie at a cell from elsewhere: from where, as a map of how far it lies from the middle of the touch,
 * in cells, times how much of it is done.
 * @param turns radians, for what turns; the map is of no other use then
 */
function taking([a, b, c, d, e, f]: Matrix, turns = 0): DrawRow {
  return (touch, { field, limit, merged }, y, left, right, start) => {
    const { centre, old, seen } = touch;
    const [ma, mb, mc, md] = touch.map;
    const dy = y + 0.5 - centre.y;
    const line = seen.width * 2;
    const mostX = seen.width - 1.001;
    const mostY = seen.height - 1.001;
    let farthest = 0;
    for (let x = left, at = start * 2; x < right; x++, at += 2) {
      const dx = x + 0.5 - centre.x;
      const px = ma * dx + mc * dy;
      const py = mb * dx + md * dy;
      const own = weightAt(touch, px * px + py * py);
      const weight = limit ? own * (limit[at >> 1] as number) : own;
      if (weight === 0) continue;
      let sx = (a * dx + c * dy + e) * weight;
      let sy = (b * dx + d * dy + f) * weight;
      if (turns !== 0) {
        const cos = Math.cos(turns * weight);
        const sin = Math.sin(turns * weight);
        sx = cos * dx - sin * dy - dx;
        sy = sin * dx + cos * dy - dy;
      }
      // The field between the middles of four cells, where it is taken from.
      const u = Math.max(0, Math.min(mostX, x + sx - seen.x));
      const v = Math.max(0, Math.min(mostY, y + sy - seen.y));
      const column = Math.floor(u);
      const row = Math.floor(v);
      const shareU = u - column;
      const shareV = v - row;
      const from = row * line + column * 2;
      for (let k = 0; k < 2; k++) {
        const p = from + k;
        const upper = (old[p] as number) * (1 - shareU) + (old[p + 2] as number) * shareU;
        const q = p + line;
        const lower = (old[q] as number) * (1 - shareU) + (old[q + 2] as number) * shareU;
        const way = PUSH_CELL * (k === 0 ? sx : sy);
        const value = upper * (1 - shareV) + lower * shareV + way;
        const far = Math.abs(value);
        if (far > farthest) farthest = far;
        const held = Math.max(-MOST, Math.min(MOST, value));
        field[at + k] = held;
        merged[at + k] = keptAs(held);
      }
    }
    return farthest;
  };
}

/** Brings what was pushed nearer to what smoothing goes towards, or to nothing. */
function toward(share: number): DrawRow {
  return (touch, { field, limit, merged }, y, left, right, start) => {
    const { centre, old, seen, goals } = touch;
    const [ma, mb, mc, md] = touch.map;
    const dy = y + 0.5 - centre.y;
    for (let x = left, at = start * 2; x < right; x++, at += 2) {
      const dx = x + 0.5 - centre.x;
      const px = ma * dx + mc * dy;
      const py = mb * dx + md * dy;
      const own = share * weightAt(touch, px * px + py * py);
      const weight = limit ? own * (limit[at >> 1] as number) : own;
      if (weight === 0) continue;
      const p = ((y - seen.y) * seen.width + x - seen.x) * 2;
      for (let k = 0; k < 2; k++) {
        const was = old[p + k] as number;
        const value = was + ((goals ? (goals[p + k] as number) : 0) - was) * weight;
        field[at + k] = value;
        merged[at + k] = keptAs(value);
      }
    }
    return 0;
  };
}

/** A number of pixels as it is kept: whole steps in 16 bits with a sign. */
function keptAs(value: number): number {
  const steps = Math.round(value / PUSH_UNIT);
  return steps < 0 ? steps + 65_536 : steps;
}

/** What each way of pushing does to a row, for the way that the touch went. */
const ROWS: Readonly<Record<PushWay, (move: { x: number; y: number }) => DrawRow>> = {
  drag: ({ x, y }) => taking([0, 0, 0, 0, -x, -y]),
  swell: () => taking(scaling(-SWELL, -SWELL)),
  shrink: () => taking(scaling(SWELL, SWELL)),
  twirl: () => taking(IDENTITY, -TWIRL),
  'twirl back': () => taking(IDENTITY, TWIRL),
  smooth: () => toward(1),
  restore: () => toward(RESTORE),
};

/** The mean of the cells around each: what smoothing goes towards. */
function evened(old: Float32Array, { width, height }: Rect): Float32Array {
  const result = old.slice();
  for (let y = 1; y < height - 1; y++) {
    for (let x = 1; x < width - 1; x++) {
      const p = (y * width + x) * 2;
      for (let k = p; k < p + 2; k++) {
        const beside = (old[k - 2] as number) + (old[k + 2] as number);
        const above = (old[k - width * 2] as number) + (old[k + width * 2] as number);
        result[k] = (beside + above) / 4;
      }
    }
  }
  return result;
}
