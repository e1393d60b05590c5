import {
  containsRect,
  growRect,
  intersectRects,
  isEmpty,
  type Rect,
  roundOut,
  uniteRects,
} from '@diplex/document';

/** Some of a plane: rectangles that may overlap, or all of it. */
export type Region = readonly Rect[] | 'everywhere';

export const NOWHERE: Region = [];

/** More rectangles than this are taken together. */
const MOST = 8;

function surface({ width, height }: Rect): number {
  return width * height;
}

/** Takes together those that lie nearest, until there are few. */
function fewer(rects: Rect[]): Rect[] {
  while (rects.length > MOST) {
    let best = { cost: Infinity, i: 0, j: 1 };
    for (let i = 0; i < rects.length; i++) {
      for (let j = i + 1; j < rects.length; j++) {
        const [a, b] = [rects[i] as Rect, rects[j] as Rect];
        const cost = surface(uniteRects(a, b)) - surface(a) - surface(b);
        if (cost < best.cost) best = { cost, i, j };
      }
    }
    const joined = uniteRects(rects[best.i] as Rect, rects[best.j] as Rect);
    rects.splice(best.j, 1);
    rects.splice(best.i, 1, joined);
  }
  return rects;
}

/** All of several regions. */
export function joined(...regions: readonly Region[]): Region {
  const kept: Rect[] = [];
  for (const region of regions) {
    if (region === 'everywhere') return region;
    for (const rect of region) {
      if (isEmpty(rect) || kept.some((each) => containsRect(each, rect))) continue;
      const open = kept.filter((each) => !containsRect(rect, each));
      kept.splice(0, kept.length, ...open, rect);
      if (kept.length > 4 * MOST) fewer(kept);
    }
  }
  return fewer(kept);
}

export function mapped(region: Region, change: (rect: Rect) => Rect): Region {
  return region === 'everywhere' ? region : region.map(change).filter((rect) => !isEmpty(rect));
}

export function grown(region: Region, margin: number): Region {
  return margin === 0 ? region : mapped(region, (rect) => growRect(rect, margin));
}

/** What of a region lies in another. */
export function clipped(region: Region, by: Region): Region {
  if (by === 'everywhere') return region;
  if (region === 'everywhere') return by;
  return joined(by.flatMap((each) => region.map((rect) => intersectRects(rect, each))));
}

export function isNowhere(region: Region): boolean {
  return region !== 'everywhere' && region.every(isEmpty);
}

/** The region in whole pixels, each that it touches. */
export function inWholePixels(region: Region): Region {
  return mapped(region, roundOut);
}
