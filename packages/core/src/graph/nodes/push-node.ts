import {
  boundsAfter,
  growRect,
  invert,
  type Matrix,
  multiply,
  PAINTED_TILE_SIZE,
  PUSH_CELL,
  type Pushed,
  type Rect,
  roundOut,
  scaling,
  tileBounds,
} from '@diplex/document';
import { scratchFloats } from '@diplex/kernels';
import { isLive } from '../../pixels/live-tile';
import type { PixelReader } from '../../pixels/pixel-reader';
import { pushedBy } from '../../push/push-stroke';
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

/** How far a cubic looks beside the place it is asked for. */
const BESIDE = 3;

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
    // Between its cells and those beside it the field goes on.
    const cells = growRect(tileBounds(key), 1);
    return roundOut(boundsAfter(this.toOutput(scale), cells));
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
    return roundOut(growRect(boundsAfter(this.toOutput(scale), growRect(cells, 1)), 1));
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
    const planes = this.channels === 4 ? 1 : this.channels;
    const step = this.channels === 4 ? 4 : 1;
    const { width, height } = out;
    const data = scratchFloats(width * height * this.channels);
    const [a, b, c, d] = this.matrix;
    const by = scale * (this.pushed.amount ?? 1);
    const size = rect.width * rect.height;
    const less = this.smaller(scale);
    for (let y = 0; y < height; y++) {
      for (let x = 0; x < width; x++) {
        const [px, py] = field.at(x, y);
        const dx = by * (a * px + c * py);
        const dy = by * (b * px + d * py);
        const u =
          less === 1 ? out.x + x + dx - rect.x : (out.x + x + 0.5 + dx) / less - 0.5 - rect.x;
        const v =
          less === 1 ? out.y + y + dy - rect.y : (out.y + y + 0.5 + dy) / less - 0.5 - rect.y;
        const still = less === 1 && Math.abs(dx) + Math.abs(dy) < TRACE;
        for (let plane = 0; plane < planes; plane++) {
          const o = plane * width * height + (y * width + x) * step;
          const base = plane * size;
          if (still) {
            const at = base + ((out.y + y - rect.y) * rect.width + out.x + x - rect.x) * step;
            for (let k = 0; k < step; k++) data[o + k] = image.data[at + k] as number;
          } else sampleCubic(image.data, rect, base, step, u, v, data, o);
        }
      }
    }
    return { width, height, data };
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
  private readonly tiles = new Map<string, Uint16Array | null>();
  private readonly found: [number, number] = [0, 0];
  private readonly most: number;
  private last: { column: number; row: number; pairs: Uint16Array | null } | null = null;

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
    const [px, py] = [this.out.x + x + 0.5, this.out.y + y + 0.5];
    const u = a * px + c * py + e - 0.5;
    const v = b * px + d * py + f - 0.5;
    const [left, top] = [Math.floor(u), Math.floor(v)];
    const [shareU, shareV] = [u - left, v - top];
    const { found } = this;
    found[0] = 0;
    found[1] = 0;
    this.add(left, top, (1 - shareU) * (1 - shareV));
    this.add(left + 1, top, shareU * (1 - shareV));
    this.add(left, top + 1, (1 - shareU) * shareV);
    this.add(left + 1, top + 1, shareU * shareV);
    // Nothing is read beyond what was declared.
    found[0] = Math.max(-this.most, Math.min(this.most, found[0]));
    found[1] = Math.max(-this.most, Math.min(this.most, found[1]));
    return found;
  }

  private add(x: number, y: number, weight: number): void {
    const [column, row] = [Math.floor(x / SIDE), Math.floor(y / SIDE)];
    const pairs = this.tileAt(column, row);
    if (!pairs) return;
    const at = ((y - row * SIDE) * SIDE + x - column * SIDE) * 2;
    const { found } = this;
    found[0] += weight * pushedBy(pairs[at] as number);
    found[1] += weight * pushedBy(pairs[at + 1] as number);
  }

  private tileAt(column: number, row: number): Uint16Array | null {
    const { last } = this;
    if (last && last.column === column && last.row === row) return last.pairs;
    const key = `${column},${row}`;
    let pairs = this.tiles.get(key);
    if (pairs === undefined) {
      const hash = this.pushed.tiles[key];
      pairs = hash === undefined ? null : (this.reader.paintedTile(hash) ?? null);
      if (hash !== undefined && !pairs) this.reader.lacks?.(hash);
      this.tiles.set(key, pairs);
    }
    this.last = { column, row, pairs };
    return pairs;
  }
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

/** One plane's numbers of a pixel at (u, v), counted from the middle of the first pixel; no more than there are around it, none below nothing. */
function sampleCubic(
  data: Float32Array,
  { width, height }: Rect,
  base: number,
  step: number,
  u: number,
  v: number,
  to: Float32Array,
  o: number,
): void {
  const [left, top] = [Math.floor(u), Math.floor(v)];
  cubic(across, u - left);
  cubic(down, v - top);
  for (let k = 0; k < step; k++) {
    let sum = 0;
    for (let j = 0; j < 4; j++) {
      const row = Math.max(0, Math.min(height - 1, top - 1 + j));
      for (let i = 0; i < 4; i++) {
        const column = Math.max(0, Math.min(width - 1, left - 1 + i));
        const weight = (across[i] as number) * (down[j] as number);
        sum += weight * (data[base + (row * width + column) * step + k] as number);
      }
    }
    to[o + k] = Math.max(0, Math.min(1, sum));
  }
  if (step < 4) return;
  // No colour is brighter than its alpha.
  const alpha = to[o + 3] as number;
  for (let k = 0; k < 3; k++) to[o + k] = Math.min(alpha, to[o + k] as number);
}
