import type { Point, Rect } from '@diplex/document';

/** Where things are brought together: an edge or the middle, across or down. */
export interface AlignWay {
  readonly axis: 'x' | 'y';
  /** 0 the first edge, 0.5 the middle, 1 the last edge. */
  readonly share: number;
}

const LENGTHS = { x: 'width', y: 'height' } as const;

/** How far each thing has to be moved so that it lies at the same edge or middle as another. */
export function aligned(
  bounds: readonly Rect[],
  to: Rect,
  { axis, share }: AlignWay,
): readonly Point[] {
  const length = LENGTHS[axis];
  const stop = (rect: Rect) => rect[axis] + rect[length] * share;
  return bounds.map((rect) => ({ x: 0, y: 0, [axis]: stop(to) - stop(rect) }));
}

/** How far each thing has to be moved so that the gaps between them are equal; the first and the last stay. */
export function distributed(bounds: readonly Rect[], axis: 'x' | 'y'): readonly Point[] {
  const length = LENGTHS[axis];
  const order = bounds
    .map((rect, i) => ({ rect, i }))
    .sort((a, b) => a.rect[axis] + a.rect[length] / 2 - b.rect[axis] - b.rect[length] / 2);
  const [first, last] = [order[0]?.rect, order.at(-1)?.rect];
  const moves = bounds.map((): Point => ({ x: 0, y: 0 }));
  if (!first || !last || order.length < 3) return moves;
  const room = last[axis] + last[length] - first[axis];
  const filled = order.reduce((sum, { rect }) => sum + rect[length], 0);
  const gap = (room - filled) / (order.length - 1);
  let at = first[axis];
  for (const { rect, i } of order) {
    moves[i] = { x: 0, y: 0, [axis]: at - rect[axis] };
    at += rect[length] + gap;
  }
  return moves;
}
