import { growRect, type Point, type Rect } from '@diplex/document';

/** What patches are looked for in: straight 8-bit RGBA, encoded. */
export interface PatchGround {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8Array;
}

/** How patches are looked for. */
export interface PatchSearch {
  /** How much of each pixel is to be covered, 0..1. */
  readonly hole: Float32Array;
  /** Pixels that nothing may be taken from, besides the hole: 1 for those. */
  readonly barred: Uint8Array;
  /** About half the width of what is to be covered, in pixels. */
  readonly radius: number;
  readonly stopped: () => boolean;
  readonly onProgress: (done: number) => void;
}

/** Pixels taken from elsewhere. */
export interface FoundPatch {
  /** From a pixel to the one that is taken for it. */
  readonly offset: Point;
  /** How much of it is laid over the patches before it, 0..1, so that all together cover the hole as it says. */
  readonly laid: Float32Array;
}

/** Less than this is no hole. */
const TRACE = 0.01;

/** Patches are faded into each other over so much of a cell's side to both sides of its border. */
const BAND = 0.25;

/** Things are compared at so many places around a piece. */
const PLACES = 220;

/** A patch that a neighbour has already may be so much worse. */
const LIKED = 1.3;

/** Distance counts a little: of two that are alike, the nearer one. In squared encoded values for the whole reach. */
const FAR = 12;

interface Piece {
  /** The cell of the hole that it covers. */
  readonly cell: Rect;
  /** Pixels around the hole, and of the hole, that are compared and taken. */
  readonly around: readonly number[];
  readonly inside: readonly number[];
}

/**
 * Patches that cover a hole with what lies elsewhere: the hole is cut into cells, and for each the move is found under
 * which its surroundings are most like those of the place it leads to (an exhaustive search on a coarse grid, then on a
 * finer one; neighbours keep a move together where it is nearly as good). Between cells the patches are faded into
 * each other. After exemplar-based inpainting (Criminisi, Perez and Toyama 2004), with whole moves instead of patches put
 * together, so that what is laid is one thing and can be moved afterwards.
 * @returns none where the hole is empty, or where there is nothing like its surroundings to take
 */
export function findPatches(ground: PatchGround, search: PatchSearch): readonly FoundPatch[] {
  const side = Math.max(20, Math.round(search.radius * 3));
  const closed = closedPixels(ground, search);
  const pieces = piecesOf(ground, search.hole, side, Math.max(6, Math.round(search.radius)));
  const moves: (Point | null)[] = [];
  for (const [i, piece] of pieces.entries()) {
    if (search.stopped()) return [];
    moves.push(moveFor(ground, closed, piece, search.radius, moves));
    search.onProgress((i + 1) / pieces.length);
  }
  return laidBy(ground, search.hole, pieces, moves, side);
}

/** Where nothing can be taken from. */
function closedPixels(
  { data }: PatchGround,
  { hole, barred }: Pick<PatchSearch, 'hole' | 'barred'>,
): Uint8Array {
  const closed = new Uint8Array(hole.length);
  for (let p = 0; p < closed.length; p++) {
    const shut = barred[p] || (hole[p] as number) > TRACE || (data[p * 4 + 3] as number) < 250;
    closed[p] = shut ? 1 : 0;
  }
  return closed;
}

function piecesOf(
  { width, height }: PatchGround,
  hole: Float32Array,
  side: number,
  margin: number,
): Piece[] {
  const pieces: Piece[] = [];
  for (let top = 0; top < height; top += side) {
    for (let left = 0; left < width; left += side) {
      const around: number[] = [];
      const inside = holeIn({ x: left, y: top, width: side, height: side }, hole, width, height);
      if (inside.length === 0) continue;
      const { x0, y0, x1, y1 } = boundsOf(inside, width);
      for (let y = Math.max(0, y0 - margin); y <= Math.min(height - 1, y1 + margin); y++) {
        for (let x = Math.max(0, x0 - margin); x <= Math.min(width - 1, x1 + margin); x++) {
          if ((hole[y * width + x] as number) <= TRACE) around.push(y * width + x);
        }
      }
      const cell = { x: left, y: top, width: side, height: side };
      // A patch is faded out over a band around its cell.
      const taken = holeIn(growRect(cell, Math.ceil(side * BAND)), hole, width, height);
      pieces.push({ cell, around: sparse(around), inside: sparse(taken, 4 * PLACES) });
    }
  }
  return pieces;
}

/** The pixels of a hole in a rectangle. */
function holeIn(rect: Rect, hole: Float32Array, width: number, height: number): number[] {
  const pixels: number[] = [];
  for (let y = Math.max(0, rect.y); y < Math.min(height, rect.y + rect.height); y++) {
    for (let x = Math.max(0, rect.x); x < Math.min(width, rect.x + rect.width); x++) {
      if ((hole[y * width + x] as number) > TRACE) pixels.push(y * width + x);
    }
  }
  return pixels;
}

function boundsOf(pixels: readonly number[], width: number) {
  let [x0, y0, x1, y1] = [Infinity, Infinity, -1, -1];
  for (const p of pixels) {
    const [x, y] = [p % width, Math.floor(p / width)];
    [x0, y0, x1, y1] = [Math.min(x0, x), Math.min(y0, y), Math.max(x1, x), Math.max(y1, y)];
  }
  return { x0, y0, x1, y1 };
}

/** At most so many of them, evenly. */
function sparse(pixels: readonly number[], most = PLACES): readonly number[] {
  const step = Math.max(1, pixels.length / most);
  const count = Math.min(pixels.length, most);
  return Array.from({ length: count }, (_, i) => pixels[Math.floor(i * step)] as number);
}

/** How a piece's surroundings differ from those of where a move leads, or no number where it leads nowhere. */
function difference(
  { width, height, data }: PatchGround,
  closed: Uint8Array,
  { around, inside }: Piece,
  dx: number,
  dy: number,
  least: number,
): number {
  for (const p of inside) {
    const [x, y] = [(p % width) + dx, Math.floor(p / width) + dy];
    if (x < 0 || y < 0 || x >= width || y >= height || closed[y * width + x]) return Infinity;
  }
  let [sum, count] = [0, 0];
  const most = least * around.length;
  for (const p of around) {
    const [x, y] = [(p % width) + dx, Math.floor(p / width) + dy];
    if (x < 0 || y < 0 || x >= width || y >= height) continue;
    const q = y * width + x;
    if (closed[q]) continue;
    for (let c = 0; c < 3; c++) {
      const off = (data[p * 4 + c] as number) - (data[q * 4 + c] as number);
      sum += off * off;
    }
    count++;
    if (sum > most) return Infinity;
  }
  return count * 2 < around.length ? Infinity : sum / count;
}

function moveFor(
  ground: PatchGround,
  closed: Uint8Array,
  piece: Piece,
  radius: number,
  before: readonly (Point | null)[],
): Point | null {
  const reach = Math.round(Math.max(48, radius * 8));
  const step = Math.max(1, Math.round(radius / 6));
  let best: { at: Point; cost: number } | null = null;
  const tried = (x: number, y: number) => {
    const far = (FAR * Math.hypot(x, y)) / reach;
    const least = (best?.cost ?? Infinity) - far;
    if (least <= 0) return;
    const cost = difference(ground, closed, piece, x, y, least) + far;
    if (cost < (best?.cost ?? Infinity)) best = { at: { x, y }, cost };
  };
  for (let y = -reach; y <= reach; y += step) {
    for (let x = -reach; x <= reach; x += step) tried(x, y);
  }
  const found = best as { at: Point; cost: number } | null;
  if (!found) return null;
  for (let y = found.at.y - step; y <= found.at.y + step; y++) {
    for (let x = found.at.x - step; x <= found.at.x + step; x++) tried(x, y);
  }
  const own = best as unknown as { at: Point; cost: number };
  let liked = own;
  for (const move of before) {
    if (!move) continue;
    const cost = difference(ground, closed, piece, move.x, move.y, own.cost * LIKED + FAR);
    if (cost < own.cost * LIKED + FAR && (liked === own || cost < liked.cost)) {
      liked = { at: move, cost };
    }
  }
  return liked.at;
}

/** Patches by their moves, each with how much of it is laid. */
function laidBy(
  { width, height }: PatchGround,
  hole: Float32Array,
  pieces: readonly Piece[],
  moves: readonly (Point | null)[],
  side: number,
): readonly FoundPatch[] {
  const kinds = new Map<string, { move: Point; cells: Rect[] }>();
  pieces.forEach(({ cell }, i) => {
    const move = moves[i] ?? moves.find((each) => each !== null);
    if (!move) return;
    const key = `${move.x},${move.y}`;
    const kind = kinds.get(key) ?? { move, cells: [] };
    kind.cells.push(cell);
    kinds.set(key, kind);
  });
  const pixels = holePixels(hole);
  const weights = [...kinds.values()].map(({ move, cells }) => ({
    move,
    weight: tents(pixels, cells, side * BAND, width),
  }));
  const sum = new Float32Array(pixels.length);
  for (const { weight } of weights) {
    for (let i = 0; i < sum.length; i++) sum[i] = (sum[i] as number) + (weight[i] as number);
  }
  const before = new Float32Array(pixels.length);
  return weights.map(({ move, weight }) => {
    const laid = new Float32Array(width * height);
    for (let i = 0; i < pixels.length; i++) {
      const p = pixels[i] as number;
      const covered = hole[p] as number;
      const share = (weight[i] as number) / Math.max(1e-9, sum[i] as number);
      before[i] = (before[i] as number) + share;
      // Laid one over the other, all of them come to what is to be covered, each to its share of that.
      const over = 1 - covered + covered * (before[i] as number);
      if (share > 0) laid[p] = (covered * share) / over;
    }
    return { offset: move, laid };
  });
}

function holePixels(hole: Float32Array): readonly number[] {
  const pixels: number[] = [];
  for (let p = 0; p < hole.length; p++) if ((hole[p] as number) > TRACE) pixels.push(p);
  return pixels;
}

/** The share of cells in each pixel: all inside, and less and less over a band around them. */
function tents(
  pixels: readonly number[],
  cells: readonly Rect[],
  band: number,
  width: number,
): Float32Array {
  const along = (at: number, from: number, length: number) => {
    const outside = Math.max(from - at, at - (from + length), -band);
    return Math.max(0, Math.min(1, (band - outside) / (2 * band)));
  };
  return Float32Array.from(pixels, (p) => {
    const [x, y] = [(p % width) + 0.5, Math.floor(p / width) + 0.5];
    let sum = 0;
    for (const cell of cells) sum += along(y, cell.y, cell.height) * along(x, cell.x, cell.width);
    return sum;
  });
}
