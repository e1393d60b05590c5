import {
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
    const means = this.way === 'smooth' ? evened(old, seen) : old;
    const [a, b, c, d] = ground.toComposition;
    const inner = radius * (1 - brush.softness);
    const fall = Math.max(1e-6, radius - inner);
    this.eachCell(area, (x, y, tile, index) => {
      const [dx, dy] = [x + 0.5 - centre.x, y + 0.5 - centre.y];
      const far = Math.hypot(a * dx + c * dy, b * dx + d * dy);
      if (far >= radius) return;
      const t = far <= inner ? 1 : (radius - far) / fall;
      const limit = tile.limit ? (tile.limit[index] as number) : 1;
      const weight = strength * limit * t * t * (3 - 2 * t);
      if (weight === 0) return;
      const p = (y - seen.y) * seen.width + x - seen.x;
      const source = SOURCES[this.way](dx, dy, weight, move);
      if (source) {
        const [sx, sy] = [dx + source.x - (x + 0.5), dy + source.y - (y + 0.5)];
        const [u, v] = [centre.x + sx + x, centre.y + sy + y];
        this.put(tile, index, looked(old, seen, u, v), PUSH_CELL * source.x, PUSH_CELL * source.y);
        return;
      }
      const toward = this.way === 'smooth' ? means : null;
      const share = this.way === 'smooth' ? weight : weight * RESTORE;
      for (let k = 0; k < 2; k++) {
        const own = old[p * 2 + k] as number;
        const goal = toward ? (toward[p * 2 + k] as number) : 0;
        tile.field[index * 2 + k] = own + (goal - own) * share;
      }
      store(tile, index);
    });
    return area;
  }

  private noteFar(value: number): void {
    const far = Math.abs(value);
    if (far > this.farthest) this.farthest = far;
  }

  private put(
    tile: Touched,
    index: number,
    value: readonly [number, number],
    x: number,
    y: number,
  ) {
    tile.field[index * 2] = Math.max(-MOST, Math.min(MOST, value[0] + x));
    tile.field[index * 2 + 1] = Math.max(-MOST, Math.min(MOST, value[1] + y));
    this.noteFar(value[0] + x);
    this.noteFar(value[1] + y);
    store(tile, index);
  }

  private eachCell(
    area: Rect,
    visit: (x: number, y: number, tile: Touched, index: number) => void,
  ): void {
    const [right, bottom] = [area.x + area.width, area.y + area.height];
    for (let row = Math.floor(area.y / SIDE); row * SIDE < bottom; row++) {
      for (let column = Math.floor(area.x / SIDE); column * SIDE < right; column++) {
        const tile = this.tileAt(`${column},${row}`);
        const [left, top] = [column * SIDE, row * SIDE];
        for (let y = Math.max(area.y, top); y < Math.min(bottom, top + SIDE); y++) {
          for (let x = Math.max(area.x, left); x < Math.min(right, left + SIDE); x++) {
            visit(x, y, tile, (y - top) * SIDE + x - left);
          }
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
    const field = Float32Array.from(merged, pushedBy);
    if (before) for (const value of field) this.noteFar(value);
    const made = { field, merged, limit: this.ground.limit?.(key) ?? null };
    this.touched.set(key, made);
    return made;
  }
}

/** A kept number as pixels. */
export function pushedBy(kept: number): number {
  return (kept > 32_767 ? kept - 65_536 : kept) * PUSH_UNIT;
}

function store({ field, merged }: Touched, index: number): void {
  for (let k = index * 2; k < index * 2 + 2; k++) {
    const steps = Math.round((field[k] as number) / PUSH_UNIT);
    merged[k] = steps < 0 ? steps + 65_536 : steps;
  }
}

/** The field between the middles of four cells. */
function looked(old: Float32Array, seen: Rect, u: number, v: number): readonly [number, number] {
  const x = Math.max(0, Math.min(seen.width - 1.001, u - 0.5 - seen.x));
  const y = Math.max(0, Math.min(seen.height - 1.001, v - 0.5 - seen.y));
  const [left, top] = [Math.floor(x), Math.floor(y)];
  const [shareX, shareY] = [x - left, y - top];
  const at = (top * seen.width + left) * 2;
  const line = seen.width * 2;
  const mix = (k: number) => {
    const upper = (old[at + k] as number) * (1 - shareX) + (old[at + k + 2] as number) * shareX;
    const lower =
      (old[at + line + k] as number) * (1 - shareX) + (old[at + line + k + 2] as number) * shareX;
    return upper * (1 - shareY) + lower * shareY;
  };
  return [mix(0), mix(1)];
}

interface Move {
  readonly x: number;
  readonly y: number;
}

/** From where a touch takes what comes to lie so far from its middle: how far from there, in cells; null where it takes nothing. */
const SOURCES: Readonly<
  Record<PushWay, (dx: number, dy: number, weight: number, move: Move) => Move | null>
> = {
  drag: (_dx, _dy, weight, { x, y }) => ({ x: -x * weight, y: -y * weight }),
  swell: (dx, dy, weight) => ({ x: -dx * weight * SWELL, y: -dy * weight * SWELL }),
  shrink: (dx, dy, weight) => ({ x: dx * weight * SWELL, y: dy * weight * SWELL }),
  twirl: (dx, dy, weight) => turnedBy(dx, dy, -weight * TWIRL),
  'twirl back': (dx, dy, weight) => turnedBy(dx, dy, weight * TWIRL),
  smooth: () => null,
  restore: () => null,
};

function turnedBy(dx: number, dy: number, angle: number): Move {
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  return { x: c * dx - s * dy - dx, y: s * dx + c * dy - dy };
}

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
