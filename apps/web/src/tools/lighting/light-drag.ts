import type { Point } from '@diplex/document';
import { useComposition } from '../../bench/composition-store';
import type { Tool } from '../../picture/tool';

/** Shorter drags, in composition pixels, tell no direction. */
const LEAST = 8;

/** From where light comes that goes from one place to another: degrees clockwise from up, 0 to below 360. */
export function azimuthAlong(from: Point, to: Point): number {
  const degrees = (Math.atan2(from.x - to.x, to.y - from.y) * 180) / Math.PI;
  return (degrees + 360) % 360;
}

/** A tool that is dragged along the way that light goes. */
export function lightDrag(turn: (azimuth: number, way: 'tryOut' | 'perform') => void): Tool {
  let start: Point | null = null;
  const far = (to: Point) => start && Math.hypot(to.x - start.x, to.y - start.y) >= LEAST;
  return {
    begin: (at) => {
      start = at;
    },
    move(through) {
      const to = through.at(-1);
      if (start && to && far(to)) turn(azimuthAlong(start, to), 'tryOut');
    },
    end(to) {
      if (start && far(to)) turn(azimuthAlong(start, to), 'perform');
      else useComposition.getState().show(null);
      start = null;
    },
    cancel() {
      if (start) useComposition.getState().show(null);
      start = null;
    },
  };
}
