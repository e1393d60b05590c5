import { KNOWN, type MatteInput } from './trimap';

/** What lies farther from all that is unsure is not looked at, in pixels. */
const SURROUNDINGS = 200;

export interface Region {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** What has to be looked at: all that is unsure, and its surroundings. */
export function unsureRegion({
  width,
  height,
  known,
}: Pick<MatteInput, 'width' | 'height' | 'known'>): Region | null {
  let [x0, y0, x1, y1] = [width, height, -1, -1];
  for (let p = 0; p < known.length; p++) {
    if (known[p] === KNOWN.drop || known[p] === KNOWN.keep) continue;
    const [x, y] = [p % width, Math.floor(p / width)];
    x0 = Math.min(x0, x);
    x1 = Math.max(x1, x);
    y0 = Math.min(y0, y);
    y1 = Math.max(y1, y);
  }
  if (x1 < 0) return null;
  const [left, top] = [Math.max(0, x0 - SURROUNDINGS), Math.max(0, y0 - SURROUNDINGS)];
  return {
    ...{ x: left, y: top },
    width: Math.min(width, x1 + 1 + SURROUNDINGS) - left,
    height: Math.min(height, y1 + 1 + SURROUNDINGS) - top,
  };
}
