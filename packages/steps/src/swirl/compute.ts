import { type Point, type Rect, uniteRects } from '@diplex/document';
import type { GatherComputation, StepFrame } from '../computation';
import type { ValuesOf } from '../fields';
import { boundsIn, cornersOf, placeIn, turnedBounds } from '../frame-places';
import { moves, takenFrom, withNeighbours } from '../moved';
import type { swirl } from './definition';

type Values = ValuesOf<typeof swirl.fields>;

/** How far the swirl reaches, in composition pixels: a share of the longer side of what it works on. */
function reachOf({ size }: Values, frame: StepFrame): number {
  const { width, height } = boundsIn(frame);
  return size * Math.max(width, height);
}

/** By how much of the whole turn what lies so far from the middle turns, as a share of the reach. */
function turning(away: number): number {
  return away < 1 ? (1 - away) ** 2 * (1 + 2 * away) : 0;
}

/** How far the nearest place of a rectangle lies from another. */
function nearest({ x, y, width, height }: Rect, to: Point): number {
  const across = Math.max(x - to.x, 0, to.x - x - width);
  return Math.hypot(across, Math.max(y - to.y, 0, to.y - y - height));
}

function looked(values: Values, part: Rect, frame: StepFrame): Rect {
  const middle = placeIn(frame, values.middle);
  const away = nearest(part, middle) / reachOf(values, frame);
  const most = (Math.abs(values.turn) * Math.PI) / 180;
  // What turns more than once passes over all that lies as far away.
  return uniteRects(part, turnedBounds(part, middle, Math.min(Math.PI, most * turning(away))));
}

/** Turns what lies near a place the more, the nearer it lies; nothing comes nearer or goes farther. */
export const computeSwirl: GatherComputation<Values> = {
  ...moves,
  looks: (values, part, frame, scale) => looked(values, withNeighbours(part, scale), frame),
  shows: (values, part, frame) => {
    // What lies at a corner may be taken by all that lie as far away.
    const corners = cornersOf(part);
    const middle = placeIn(frame, values.middle);
    const away = Math.max(...corners.map(({ x, y }) => Math.hypot(x - middle.x, y - middle.y)));
    const near = nearest(part, middle) / reachOf(values, frame);
    const most = (Math.abs(values.turn) * Math.PI) / 180;
    if (near >= 1) return part;
    if (most * turning(near) < Math.PI) {
      return uniteRects(part, turnedBounds(part, middle, most * turning(near)));
    }
    return { x: middle.x - away, y: middle.y - away, width: 2 * away, height: 2 * away };
  },
  gather(values, from, asked) {
    const { scale, frame } = asked;
    const place = placeIn(frame, values.middle);
    const [cx, cy] = [place.x * scale, place.y * scale];
    const reach = reachOf(values, frame) * scale;
    const turn = (values.turn * Math.PI) / 180;
    return takenFrom(from, asked, values, (x, y) => {
      const [dx, dy] = [x - cx, y - cy];
      const angle = -turn * turning(Math.hypot(dx, dy) / reach);
      if (angle === 0) return { x, y };
      const [sine, cosine] = [Math.sin(angle), Math.cos(angle)];
      return { x: cx + dx * cosine - dy * sine, y: cy + dx * sine + dy * cosine };
    });
  },
};
