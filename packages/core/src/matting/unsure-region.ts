import { isUnsure, type MatteInput } from './trimap';

export interface Region {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** What lies farther from all that is unsure is not looked at, in pixels. */
export const SURROUNDINGS = 200;

/** The smallest region with all that is unsure; null where nothing is. */
export function unsureRegion({
  width,
  height,
  known,
}: Pick<MatteInput, 'width' | 'height' | 'known'>): Region | null {
  return regionOf(width, height, (p) => isUnsure(known[p] as number));
}

/** The smallest region of a picture with all pixels of some kind; null where there is none. */
export function regionOf(
  width: number,
  height: number,
  counts: (pixel: number) => boolean,
): Region | null {
  let [x0, y0, x1, y1] = [width, height, -1, -1];
  for (let p = 0; p < width * height; p++) {
    if (!counts(p)) continue;
    const [x, y] = [p % width, Math.floor(p / width)];
    x0 = Math.min(x0, x);
    x1 = Math.max(x1, x);
    y0 = Math.min(y0, y);
    y1 = Math.max(y1, y);
  }
  return x1 < 0 ? null : { x: x0, y: y0, width: x1 + 1 - x0, height: y1 + 1 - y0 };
}

/** A region and what lies around it, within a picture. */
export function grown(
  { x, y, width, height }: Region,
  by: number,
  picture: Pick<Region, 'width' | 'height'>,
): Region {
  const [left, top] = [Math.max(0, x - by), Math.max(0, y - by)];
  return {
    ...{ x: left, y: top },
    width: Math.min(picture.width, x + width + by) - left,
    height: Math.min(picture.height, y + height + by) - top,
  };
}
