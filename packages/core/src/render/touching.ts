import { growRect, type Rect, roundOut } from '@diplex/document';
import type { CoverageImage } from '@diplex/imaging';
import type { DrawCoverage } from '../mask/feather';

/** Which way a thing is moved until it touches another. */
export const TOUCH_WAYS = ['down', 'up', 'left', 'right'] as const;
export type TouchWay = (typeof TOUCH_WAYS)[number];

/** What touches: how it covers the composition, and the bounds of that in composition pixels. */
export interface Touching {
  readonly draw: DrawCoverage;
  readonly bounds: Rect;
}

/** The first look is at a picture of at most so many pixels; the second, at full size, at lanes this far to both sides. */
const [FIRST_PIXELS, LANES] = [1_000_000, 96];

/** How far a moved thing's edge may be off in the first look, in its pixels. */
const OFF = 2;

/** An edge is where coverage passes this share of the most that there is. */
const EDGE = 0.5;

/** Where a thing ends in each lane (a column for a way up or down, a row for one to a side); NaN where it is not. */
type Ends = Float64Array;

interface Looked {
  readonly moved: Ends;
  readonly other: Ends;
}

/**
 * How far a thing has to be moved one way until its edge touches that of another: the least way that any lane leaves.
 * Below 0 where they overlap, so that it is moved back.
 *
 * @param moved the thing, and `other` what it should touch; coverage may be soft, its edge is at half of its most
 * @param way moved down it comes to rest on the upper edge of the other, and so on
 * @returns composition pixels along the way, to a part of a pixel; null where no lane has both
 */
export function wayToTouch(moved: Touching, other: Touching, way: TouchWay): number | null {
  const across = crossed(way);
  const all = { moved: roundOut(moved.bounds), other: roundOut(other.bounds) };
  const lanes = sharedLanes(all.moved, all.other, across);
  if (lanes === null) return null;
  const cut = (rect: Rect) => within(rect, across, lanes.from, lanes.to);
  const [from, onto] = [cut(all.moved), cut(all.other)];
  const pixels = Math.max(from.width * from.height, onto.width * onto.height);
  const scale = Math.min(1, Math.sqrt(FIRST_PIXELS / pixels));
  const rough = look(moved, other, { from, onto }, scale, way);
  const first = leastWay(rough, way);
  if (first === null) return null;
  if (scale === 1) return first.by;
  return (
    refined(moved, other, { from, onto }, { scale, rough, lane: first.lane }, way) ??
    first.by / scale
  );
}

function crossed(way: TouchWay): 'x' | 'y' {
  return way === 'down' || way === 'up' ? 'x' : 'y';
}

function sharedLanes(a: Rect, b: Rect, across: 'x' | 'y'): { from: number; to: number } | null {
  const length = across === 'x' ? 'width' : 'height';
  const from = Math.max(a[across], b[across]);
  const to = Math.min(a[across] + a[length], b[across] + b[length]);
  return to > from ? { from, to } : null;
}

/** The part of a rectangle between two lanes. */
function within(rect: Rect, across: 'x' | 'y', from: number, to: number): Rect {
  const length = across === 'x' ? 'width' : 'height';
  const first = Math.max(rect[across], from);
  const last = Math.min(rect[across] + rect[length], to);
  return { ...rect, [across]: first, [length]: Math.max(0, last - first) };
}

interface Windows {
  readonly from: Rect;
  readonly onto: Rect;
}

/** Where both end in each lane, in output pixels at a scale; lanes count from the first that both have. */
function look(
  moved: Touching,
  other: Touching,
  { from, onto }: Windows,
  scale: number,
  way: TouchWay,
): Looked {
  const scaled = ({ x, y, width, height }: Rect) =>
    // A pixel more all round, so that an edge at the border is seen as one.
    growRect(
      roundOut({ x: x * scale, y: y * scale, width: width * scale, height: height * scale }),
      1,
    );
  const [a, b] = [scaled(from), scaled(onto)];
  const across = crossed(way);
  const length = across === 'x' ? 'width' : 'height';
  const start = Math.min(a[across], b[across]);
  const end = Math.max(a[across] + a[length], b[across] + b[length]);
  const same = (rect: Rect) => ({ ...rect, [across]: start, [length]: end - start });
  const forth = way === 'down' || way === 'right';
  return {
    moved: endsOf(moved.draw(same(a), scale), same(a), across, forth ? 'last' : 'first'),
    other: endsOf(other.draw(same(b), scale), same(b), across, forth ? 'first' : 'last'),
  };
}

/** Where coverage begins or ends in each lane, in output pixels, to a part of one. */
function endsOf(
  { data, width, height }: CoverageImage,
  region: Rect,
  across: 'x' | 'y',
  which: 'first' | 'last',
): Ends {
  const [count, length] = across === 'x' ? [width, height] : [height, width];
  const at = (lane: number, k: number) =>
    data[across === 'x' ? k * width + lane : lane * width + k] as number;
  const most = data.reduce((sum, value) => Math.max(sum, value), 0);
  const limit = EDGE * most;
  const start = across === 'x' ? region.y : region.x;
  const ends = new Float64Array(count).fill(Number.NaN);
  if (limit === 0) return ends;
  const step = which === 'first' ? 1 : -1;
  for (let lane = 0; lane < count; lane++) {
    let k = which === 'first' ? 0 : length - 1;
    while (k >= 0 && k < length && at(lane, k) < limit) k += step;
    if (k < 0 || k >= length) continue;
    // From the outer side of this pixel inwards by what it lacks, outwards by what the one before it has.
    const before = k - step >= 0 && k - step < length ? at(lane, k - step) : 0;
    const outer = start + k + (step > 0 ? 0 : 1);
    ends[lane] = outer - step * ((before + at(lane, k)) / most - 1);
  }
  return ends;
}

/** The least way that any lane leaves, and which that is. */
function leastWay({ moved, other }: Looked, way: TouchWay): { by: number; lane: number } | null {
  const sign = way === 'down' || way === 'right' ? 1 : -1;
  let best: { by: number; lane: number } | null = null;
  moved.forEach((from, lane) => {
    const by = ((other[lane] as number) - from) * sign;
    if (!Number.isNaN(by) && (best === null || by < best.by)) best = { by, lane };
  });
  return best;
}

interface Rough {
  readonly scale: number;
  readonly rough: Looked;
  readonly lane: number;
}

/** The same at full size, around the lane that leaves the least way. */
function refined(
  moved: Touching,
  other: Touching,
  { from, onto }: Windows,
  { scale, rough, lane }: Rough,
  way: TouchWay,
): number | null {
  const across = crossed(way);
  const along = across === 'x' ? 'y' : 'x';
  const deep = across === 'x' ? 'height' : 'width';
  const start = Math.floor(Math.min(from[across], onto[across]) * scale) - 1;
  const middle = (start + lane + 0.5) / scale;
  const near = (rect: Rect, end: number) => {
    const cut = within(rect, across, Math.floor(middle - LANES), Math.ceil(middle + LANES));
    const at = end / scale;
    const reach = OFF / scale + LANES;
    return { ...cut, [along]: Math.floor(at - reach), [deep]: Math.ceil(2 * reach) };
  };
  const windows = {
    from: near(from, rough.moved[lane] as number),
    onto: near(onto, rough.other[lane] as number),
  };
  return leastWay(look(moved, other, windows, 1, way), way)?.by ?? null;
}
