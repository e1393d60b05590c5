import {
  boundsAfter,
  growRect,
  invert,
  type Matrix,
  multiply,
  PAINTED_TILE_SIZE,
  PUSH_CELL,
  PUSH_UNIT,
  type Pushed,
  type Rect,
  roundOut,
  scaling,
  tileBounds,
} from '@diplex/document';
import { clampToAlpha, samplePlaces, scratchDoubles, scratchFloats } from '@diplex/kernels';
import { isLive } from '../../pixels/live-tile';
import type { PixelReader } from '../../pixels/pixel-reader';
import { digestOfPart } from '../digest';
import {
  type Between,
  type Demand,
  type Drawing,
  GraphNode,
  type Image,
  type Leaves,
} from '../node';
import { joined, mapped, type Region } from '../region';

const SIDE = PAINTED_TILE_SIZE;

/** Neighbours whose places lie farther apart than this, in pixels, are parted by a fold, and say nothing of how large a pixel is. */
const MOST_APART = 8;

/** How far is looked beside a place: half of what lies between it and both neighbours, and a pixel more on each side. */
const BESIDE = MOST_APART + 2;

/**
 * At most so many pixels are looked at to each side, so that what a part of the picture needs fits into memory: what was
 * carried farther is drawn from a smaller picture, seen from very near.
 */
const MOST_MARGIN = 1100;

/** Less than this, in output pixels, is not moved at all. */
const TRACE = 1e-4;

/** What was drawn, pushed along as brushes said. */
export class PushNode extends GraphNode {
  /** It looks far around for each part of it. */
  override readonly keeps = true;
  private readonly cells: Matrix;

  /** @param matrix from pixels of what is pushed to composition pixels */
  constructor(
    input: GraphNode,
    private readonly pushed: Pushed,
    private readonly matrix: Matrix,
  ) {
    const { tiles, amount = 1, reach } = pushed;
    const live = Object.values(tiles).some(isLive);
    const values = [digestOfPart(tiles), amount, reach, [...matrix]];
    super('push', values, [input], input.channels, live);
    this.cells = multiply(matrix, scaling(PUSH_CELL, PUSH_CELL));
  }

  private toOutput(scale: number): Matrix {
    return multiply(scaling(scale, scale), this.cells);
  }

  /** Where a tile says something, in output pixels. */
  private tileAt(key: string, scale: number): Rect {
    // Between its cells and those beside it the field goes on, and a pixel is as large as its neighbours say.
    const cells = growRect(tileBounds(key), 1);
    return growRect(roundOut(boundsAfter(this.toOutput(scale), cells)), 1);
  }

  private tileRects(scale: number): Region {
    return joined(Object.keys(this.pushed.tiles).map((key) => this.tileAt(key, scale)));
  }

  /** How far anything may be taken from, in output pixels. */
  private margin(scale: number): number {
    const [a, b, c, d] = this.matrix;
    const grows = Math.max(Math.abs(a) + Math.abs(c), Math.abs(b) + Math.abs(d));
    return this.pushed.reach * (this.pushed.amount ?? 1) * grows * scale + BESIDE;
  }

  /** How much smaller than the output the input is drawn. */
  private smaller(scale: number): number {
    return 2 ** Math.max(0, Math.ceil(Math.log2(this.margin(scale) / MOST_MARGIN)));
  }

  override inputScale(_input: number, scale: number): number {
    return scale / this.smaller(scale);
  }

  extent(scale: number): Region {
    const input = this.inputs[0]?.extent(this.inputScale(0, scale)) ?? [];
    return mapped(input, (rect) => this.touches(0, rect, scale));
  }

  override needs(_input: number, out: Rect, scale: number): Demand {
    const by = this.smaller(scale);
    const rects = this.tileRects(scale);
    const touched = rects === 'everywhere' || rects.some((rect) => meet(rect, out));
    if (!touched && by === 1) return { rect: out, scale };
    const around = growRect(out, touched ? this.margin(scale) : BESIDE * by);
    return { rect: roundOut(timesRect(around, 1 / by)), scale: scale / by };
  }

  override touches(_input: number, rect: Rect, scale: number): Rect {
    const by = this.smaller(scale);
    const fine = by === 1 ? rect : growRect(timesRect(rect, by), BESIDE * by);
    return roundOut(growRect(fine, this.margin(scale)));
  }

  override reads(out: Rect, scale: number): Leaves {
    const painted = Object.entries(this.pushed.tiles).flatMap(([key, hash]) =>
      meet(this.tileAt(key, scale), out) ? [hash] : [],
    );
    return { sources: [], painted };
  }

  /** Whether a stroke of this name pushes it. */
  paintedBy(stroke: string): boolean {
    return Object.values(this.pushed.tiles).some((hash) => isLive(hash) && hash.includes(stroke));
  }

  /** Where cells show, in output pixels. */
  placeOf(cells: Rect, scale: number): Rect {
    return roundOut(growRect(boundsAfter(this.toOutput(scale), growRect(cells, 1)), 2));
  }

  override differs(before: GraphNode, between: Between, scale: number): Region {
    const same =
      before instanceof PushNode &&
      before.channels === this.channels &&
      (before.pushed.amount ?? 1) === (this.pushed.amount ?? 1) &&
      before.matrix.every((value, i) => value === this.matrix[i]);
    if (!same) return super.differs(before, between, scale);
    const [was, is] = [before.pushed.tiles, this.pushed.tiles];
    const keys = [...new Set([...Object.keys(was), ...Object.keys(is)])];
    const changed = keys.filter((key) => was[key] !== is[key]);
    const input = between.differ(before.inputs[0] as GraphNode, this.inputs[0] as GraphNode, scale);
    const margin = Math.max(this.margin(scale), before.margin(scale));
    return joined(
      changed.map((key) => this.tileAt(key, scale)),
      mapped(input, (rect) => roundOut(growRect(rect, margin))),
    );
  }

  draw(out: Rect, scale: number, from: Drawing): Image | null {
    const { rect } = this.needs(0, out, scale);
    const image = from.see(0);
    if (!image) return null;
    const field = new Field(this.pushed, this.toOutput(scale), out, from.reader);
    const data = scratchFloats(out.width * out.height * this.channels);
    if (this.channels === 4) this.drawPicture(image.data, rect, out, scale, field, data);
    else this.drawPlanes(image.data, rect, out, scale, field, data);
    return { width: out.width, height: out.height, data };
  }

  /** Samples a picture, each pixel as large as it becomes where it is taken from. */
  private drawPicture(
    from: Float32Array,
    rect: Rect,
    out: Rect,
    scale: number,
    field: Field,
    data: Float32Array,
  ): void {
    const { x: left, y: top, width, height } = out;
    const [a, b, c, d] = this.matrix;
    const by = scale * (this.pushed.amount ?? 1);
    const less = this.smaller(scale);
    const places = scratchDoubles((width + 1) * (height + 1) * 2);
    for (let y = 0, i = 0; y <= height; y++) {
      for (let x = 0; x <= width; x++, i += 2) {
        const pushed = field.at(x, y);
        places[i] = (left + x + 0.5 + by * (a * pushed[0] + c * pushed[1])) / less;
        places[i + 1] = (top + y + 0.5 + by * (b * pushed[0] + d * pushed[1])) / less;
      }
    }
    samplePlaces([{ ...rect, data: from }], places, { ...out, data }, MOST_APART);
    clampToAlpha(data);
  }

  /** Samples coverage, which may have a second plane of where it applies. */
  private drawPlanes(
    from: Float32Array,
    rect: Rect,
    out: Rect,
    scale: number,
    field: Field,
    data: Float32Array,
  ): void {
    const { width, height } = out;
    const [a, b, c, d] = this.matrix;
    const by = scale * (this.pushed.amount ?? 1);
    const size = rect.width * rect.height;
    const less = this.smaller(scale);
    for (let y = 0; y < height; y++) {
      for (let x = 0; x < width; x++) {
        const [px, py] = field.at(x, y);
        const dx = by * (a * px + c * py);
        const dy = by * (b * px + d * py);
        const still = less === 1 && Math.abs(dx) + Math.abs(dy) < TRACE;
        const u = (out.x + x + 0.5 + dx) / less - 0.5 - rect.x;
        const v = (out.y + y + 0.5 + dy) / less - 0.5 - rect.y;
        for (let plane = 0; plane < this.channels; plane++) {
          const o = plane * width * height + y * width + x;
          const base = plane * size;
          data[o] = still
            ? (from[base + (out.y + y - rect.y) * rect.width + out.x + x - rect.x] as number)
            : sampleCubic(from, rect, base, u, v);
        }
      }
    }
  }
}

function timesRect({ x, y, width, height }: Rect, by: number): Rect {
  return { x: x * by, y: y * by, width: width * by, height: height * by };
}

function meet(a: Rect, b: Rect): boolean {
  return a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height;
}

/** What was pushed, between the middles of cells, at pixels of a region. */
class Field {
  private readonly inverse: Matrix;
  private readonly tiles = new Map<string, Int16Array | null>();
  private readonly found: [number, number] = [0, 0];
  private readonly most: number;
  private last: { column: number; row: number; pairs: Int16Array | null } | null = null;

  constructor(
    private readonly pushed: Pushed,
    toOutput: Matrix,
    private readonly out: Rect,
    private readonly reader: PixelReader,
  ) {
    this.inverse = invert(toOutput);
    this.most = pushed.reach;
  }

  at(x: number, y: number): readonly [number, number] {
    const [a, b, c, d, e, f] = this.inverse;
    const px = this.out.x + x + 0.5;
    const py = this.out.y + y + 0.5;
    const u = a * px + c * py + e - 0.5;
    const v = b * px + d * py + f - 0.5;
    const left = Math.floor(u);
    const top = Math.floor(v);
    const shareU = u - left;
    const shareV = v - top;
    const { found } = this;
    const column = Math.floor(left / SIDE);
    const row = Math.floor(top / SIDE);
    const at = ((top - row * SIDE) * SIDE + left - column * SIDE) * 2;
    if (left - column * SIDE < SIDE - 1 && top - row * SIDE < SIDE - 1) {
      // All four cells lie in one tile, as nearly always.
      const pairs = this.tileAt(column, row);
      for (let k = 0; k < 2; k++) found[k] = pairs ? between(pairs, at + k, shareU, shareV) : 0;
    } else {
      found[0] = 0;
      found[1] = 0;
      this.add(left, top, (1 - shareU) * (1 - shareV));
      this.add(left + 1, top, shareU * (1 - shareV));
      this.add(left, top + 1, (1 - shareU) * shareV);
      this.add(left + 1, top + 1, shareU * shareV);
    }
    // Nothing is read beyond what was declared.
    for (let k = 0; k < 2; k++) {
      const pixels = (found[k] as number) * PUSH_UNIT;
      found[k] = Math.max(-this.most, Math.min(this.most, pixels));
    }
    return found;
  }

  private add(x: number, y: number, weight: number): void {
    const [column, row] = [Math.floor(x / SIDE), Math.floor(y / SIDE)];
    const pairs = this.tileAt(column, row);
    if (!pairs) return;
    const at = ((y - row * SIDE) * SIDE + x - column * SIDE) * 2;
    const { found } = this;
    found[0] += weight * (pairs[at] as number);
    found[1] += weight * (pairs[at + 1] as number);
  }

  /** The numbers of a tile with their sign, in PUSH_UNIT. */
  private tileAt(column: number, row: number): Int16Array | null {
    const { last } = this;
    if (last && last.column === column && last.row === row) return last.pairs;
    const key = `${column},${row}`;
    let pairs = this.tiles.get(key);
    if (pairs === undefined) {
      const hash = this.pushed.tiles[key];
      const kept = hash === undefined ? undefined : this.reader.paintedTile(hash);
      if (hash !== undefined && !kept) this.reader.lacks?.(hash);
      pairs = kept ? new Int16Array(kept.buffer, kept.byteOffset, kept.length) : null;
      this.tiles.set(key, pairs);
    }
    this.last = { column, row, pairs };
    return pairs;
  }
}

/** A number between four cells of a tile. */
function between(pairs: Int16Array, at: number, shareU: number, shareV: number): number {
  const below = at + SIDE * 2;
  const upper = (pairs[at] as number) * (1 - shareU) + (pairs[at + 2] as number) * shareU;
  const lower = (pairs[below] as number) * (1 - shareU) + (pairs[below + 2] as number) * shareU;
  return upper * (1 - shareV) + lower * shareV;
}

const across = new Float64Array(4);
const down = new Float64Array(4);

/** The weights of Catmull-Rom for a share between the second and the third place. */
function cubic(to: Float64Array, t: number): void {
  to[0] = ((-0.5 * t + 1) * t - 0.5) * t;
  to[1] = (1.5 * t - 2.5) * t * t + 1;
  to[2] = ((-1.5 * t + 2) * t + 0.5) * t;
  to[3] = (0.5 * t - 0.5) * t * t;
}

/** One plane at (u, v), counted from the middle of the first pixel; 0 to 1. */
function sampleCubic(
  data: Float32Array,
  { width, height }: Rect,
  base: number,
  u: number,
  v: number,
): number {
  const left = Math.floor(u);
  const top = Math.floor(v);
  cubic(across, u - left);
  cubic(down, v - top);
  let sum = 0;
  for (let j = 0; j < 4; j++) {
    const row = base + Math.max(0, Math.min(height - 1, top - 1 + j)) * width;
    for (let i = 0; i < 4; i++) {
      const column = Math.max(0, Math.min(width - 1, left - 1 + i));
      sum += (across[i] as number) * (down[j] as number) * (data[row + column] as number);
    }
  }
  return Math.max(0, Math.min(1, sum));
}
