import type { Composition, Guide, Point, Rect } from '@diplex/document';

/** A line that something lies at: upright at an x, or level at a y. */
export interface SnapLine {
  readonly axis: 'x' | 'y';
  readonly at: number;
}

/** How far a thing has to be moved to lie at lines, and the lines. */
export interface Snap {
  readonly by: Point;
  readonly lines: readonly SnapLine[];
}

/** The edges and the middle of a length. */
function stopsOf(from: number, length: number): readonly number[] {
  return [from, from + length / 2, from + length];
}

function nearest(
  own: readonly number[],
  others: readonly number[],
  within: number,
): { by: number; at: number } | null {
  let best: { by: number; at: number } | null = null;
  for (const stop of own) {
    for (const at of others) {
      const by = at - stop;
      if (Math.abs(by) > within || (best && Math.abs(best.by) <= Math.abs(by))) continue;
      best = { by, at };
    }
  }
  return best;
}

/** The lines of a composition that things are laid at. */
type Laid = Pick<Composition, 'guides' | 'grid'>;

/** Where guides lie along an axis, and the lines of the grid next to some places. */
function linesOf(
  axis: 'x' | 'y',
  guides: readonly Guide[],
  grid: Laid['grid'],
  stops: readonly number[],
): readonly number[] {
  const laid = guides.filter((guide) => guide.axis === axis).map(({ at }) => at);
  return grid ? [...laid, ...stops.map((at) => Math.round(at / grid.step) * grid.step)] : laid;
}

/**
 * Where a thing that is moved comes to lie: with an edge or its middle at an edge or the middle of one of others, if
 * that is near enough, across and down apart.
 * @param moved the bounds of the thing where the pointer has it
 * @param others the bounds of what it may lie at
 * @param within how near, in the same pixels
 * @param laid guides and the grid, at which it may lie as well
 */
export function snapTo(
  moved: Rect,
  others: readonly Rect[],
  within: number,
  { guides = [], grid }: Laid = {},
): Snap {
  const across = nearest(
    stopsOf(moved.x, moved.width),
    [
      ...others.flatMap(({ x, width }) => stopsOf(x, width)),
      ...linesOf('x', guides, grid, stopsOf(moved.x, moved.width)),
    ],
    within,
  );
  const down = nearest(
    stopsOf(moved.y, moved.height),
    [
      ...others.flatMap(({ y, height }) => stopsOf(y, height)),
      ...linesOf('y', guides, grid, stopsOf(moved.y, moved.height)),
    ],
    within,
  );
  return {
    by: { x: across?.by ?? 0, y: down?.by ?? 0 },
    lines: [
      ...(across ? [{ axis: 'x' as const, at: across.at }] : []),
      ...(down ? [{ axis: 'y' as const, at: down.at }] : []),
    ],
  };
}
