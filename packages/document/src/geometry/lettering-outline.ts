import type { DrawnText, LetteringContent, OutlinePoint } from '../composition';
import {
  type Matrix,
  multiply,
  type Point,
  rotation,
  scaling,
  transform,
  translation,
} from './matrix';
import { growRect, type Rect } from './rect';

type Loop = readonly OutlinePoint[];

/** What stands between the commands and numbers of a path. */
const TOKENS = /[MLQCZ]|-?\d*\.?\d+/g;

/** How many numbers follow each command. */
const COUNTS: Readonly<Record<string, number>> = { M: 2, L: 2, Q: 4, C: 6, Z: 0 };

/** The closed loops of a path with absolute M, L, Q, C and Z; quadratic curves as the cubic ones that are the same. */
export function loopsOfPath(path: string): readonly Loop[] {
  const tokens = path.match(TOKENS) ?? [];
  const loops: OutlinePoint[][] = [];
  let loop: OutlinePoint[] = [];
  let at = 0;
  const numbers = (count: number) => {
    at += count;
    return tokens.slice(at - count, at).map(Number);
  };
  while (at < tokens.length) {
    const command = tokens[at++] ?? '';
    const n = numbers(COUNTS[command] ?? 0);
    if (command === 'M') {
      loop = [{ x: n[0] ?? 0, y: n[1] ?? 0 }];
      loops.push(loop);
    } else if (command === 'L') loop.push({ x: n[0] ?? 0, y: n[1] ?? 0 });
    else if (command === 'Q' || command === 'C') curveTo(loop, n);
  }
  return loops.map(closed).filter(({ length }) => length > 2);
}

function curveTo(loop: OutlinePoint[], n: readonly number[]): void {
  const from = loop.pop() ?? { x: 0, y: 0 };
  const points: Point[] = [];
  for (let i = 0; i < n.length; i += 2) points.push({ x: n[i] ?? 0, y: n[i + 1] ?? 0 });
  const to = points.at(-1) ?? from;
  const [first = from, second] = points;
  const third = (a: Point, b: Point) => ({
    x: a.x + (2 / 3) * (b.x - a.x),
    y: a.y + (2 / 3) * (b.y - a.y),
  });
  const cubic = points.length === 3;
  loop.push({ ...from, out: cubic ? first : third(from, first) });
  loop.push({ ...to, in: cubic && second ? second : third(to, first) });
}

/** A loop whose last point is its first as one point. */
function closed(loop: readonly OutlinePoint[]): Loop {
  const [first, last] = [loop[0], loop.at(-1)];
  if (!first || !last || loop.length < 2) return loop;
  if (Math.hypot(first.x - last.x, first.y - last.y) > 1e-6) return loop;
  return [{ ...first, ...(last.in && { in: last.in }) }, ...loop.slice(1, -1)];
}

function moved(loop: Loop, map: Matrix): Loop {
  return loop.map(({ x, y, in: before, out }) => ({
    ...transform(map, { x, y }),
    ...(before && { in: transform(map, before) }),
    ...(out && { out: transform(map, out) }),
  }));
}

const drawnLoops = new WeakMap<DrawnText, readonly Loop[]>();

/** The outlines of a text, in pixels of its layer. */
export function letteringLoops({ drawn }: LetteringContent): readonly Loop[] {
  const known = drawnLoops.get(drawn);
  if (known) return known;
  const glyphs = drawn.glyphs.map(loopsOfPath);
  const loops = drawn.places.flatMap(({ glyph, x, y, turn }) => {
    const map = [translation(x, y), rotation(turn), scaling(drawn.unit, drawn.unit)].reduce(
      multiply,
    );
    return (glyphs[glyph] ?? []).map((loop) => moved(loop, map));
  });
  drawnLoops.set(drawn, loops);
  return loops;
}

/** The bounds of a text with its stroke, in pixels of its layer; empty at its corner where there is nothing. */
export function letteringBounds(content: LetteringContent): Rect {
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const loop of letteringLoops(content)) {
    for (const point of loop) {
      for (const { x, y } of [point, point.in ?? point, point.out ?? point]) {
        [left, top] = [Math.min(left, x), Math.min(top, y)];
        [right, bottom] = [Math.max(right, x), Math.max(bottom, y)];
      }
    }
  }
  if (left > right) return { x: 0, y: 0, width: 0, height: 0 };
  const bounds = { x: left, y: top, width: right - left, height: bottom - top };
  return growRect(bounds, content.stroke?.width ?? 0);
}
