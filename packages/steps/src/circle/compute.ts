import {
  boundsAfter,
  growRect,
  invert,
  multiply,
  type Rect,
  scaling,
  transform,
  uniteRects,
} from '@diplex/document';
import type { FloatImage } from '@diplex/imaging';
import type { GatherComputation, StepFrame } from '../computation';
import type { ValuesOf } from '../fields';
import { boundsOfPlaces, cornersOf } from '../frame-places';
import { moves, takenFrom, withNeighbours } from '../moved';
import type { circle } from './definition';

type Values = ValuesOf<typeof circle.fields>;

const ROUND = 2 * Math.PI;

/** Footprints wider than this share of the picture are those of the seam. */
const SEAM = 0.25;

/** The values, and how many times as long as the shorter side the picture is across and down. */
interface Laid {
  readonly values: Values;
  readonly across: number;
  readonly down: number;
}

function laidIn(values: Values, { toShares }: StepFrame): Laid {
  const [a, b, c, d] = invert(toShares);
  const [width, height] = [Math.hypot(a, b), Math.hypot(c, d)];
  const shorter = Math.min(width, height);
  return { values, across: width / shorter, down: height / shorter };
}

/** A place as shares of the picture and how it is seen: which share of the way round, and how far out, 1 at the nearest side. */
function onCircle(x: number, y: number, laid: Laid): readonly [u: number, v: number] {
  const { middle, turn } = laid.values;
  const [dx, dy] = [(2 * x - 1) * laid.across, (2 * y - 1) * laid.down];
  const out = Math.hypot(dx, dy);
  const angle = Math.atan2(dx, -dy) - (turn * Math.PI) / 180;
  const u = angle / ROUND - Math.floor(angle / ROUND);
  return [u, middle === 'bottom' ? 1 - out : out];
}

/** The opposite: a place of the circle for shares of the way round and of the way out. */
function offCircle(u: number, v: number, laid: Laid): readonly [x: number, y: number] {
  const { middle, turn } = laid.values;
  const out = middle === 'bottom' ? 1 - v : v;
  const angle = u * ROUND + (turn * Math.PI) / 180;
  return [
    0.5 + (0.5 * out * Math.sin(angle)) / laid.across,
    0.5 - (0.5 * out * Math.cos(angle)) / laid.down,
  ];
}

/** The shares of the picture that a part of the circle is made from. */
function seenOnCircle(part: Rect, laid: Laid): Rect {
  const { x, y, width, height } = part;
  const inside = (at: number, from: number, long: number) => at >= from && at <= from + long;
  const around = inside(0.5, x, width) && inside(0.5, y, height);
  const corners = cornersOf(part).map((corner) => onCircle(corner.x, corner.y, laid));
  const vs = corners.map(([, v]) => v);
  const [cx, cy] = [Math.max(x, Math.min(x + width, 0.5)), Math.max(y, Math.min(y + height, 0.5))];
  const [, nearest] = onCircle(cx, cy, laid);
  const [top, bottom] = [Math.min(...vs, nearest), Math.max(...vs, nearest)];
  const us = corners.map(([u]) => u).sort((a, b) => a - b) as [number, number, number, number];
  const [first, last] = [us[0], us[3]];
  // Less than half the way round, or over the seam, or all round the middle.
  const whole = around || last - first > 0.5;
  const [left, right] = whole ? [0, 1] : [first, last];
  return { x: left, y: top, width: right - left, height: bottom - top };
}

/** The shares of the circle that a part of the picture is made from when it is taken back. */
function seenBack({ x, y, width, height }: Rect, laid: Laid): Rect {
  const [low, high] = [offCircle(0, y, laid), offCircle(0, y + height, laid)];
  const far = ([px, py]: readonly [number, number]) =>
    Math.hypot((px - 0.5) * laid.across, (py - 0.5) * laid.down);
  const out = Math.max(far(low), far(high));
  const whole = { x: 0.5 - out, y: 0.5 - out, width: 2 * out, height: 2 * out };
  if (width > 0.2) return whole;
  const steps = 8;
  const places = Array.from({ length: steps + 1 }, (_, i) => x + (width * i) / steps).flatMap((u) =>
    [y, y + height].map((v) => {
      const [px, py] = offCircle(u, v, laid);
      return { x: px, y: py };
    }),
  );
  // Between two of the places that were looked at an arc bulges by less than this.
  return growRect(boundsOfPlaces(places), out * (1 - Math.cos((Math.PI * width) / steps)) + 1e-6);
}

function mirrored({ x, y, width, height }: Rect): Rect {
  return { x: 1 - x - width, y, width, height };
}

/** How much of a place beside the seam is taken from the other side of it. */
function fromBeyond(u: number, blend: number): number {
  const away = Math.min(u, 1 - u) * 2;
  return away < blend ? 0.5 * (1 - away / blend) : 0;
}

function looked(values: Values, part: Rect, frame: StepFrame): Rect {
  const { toShares } = frame;
  const laid = laidIn(values, frame);
  const shares = boundsAfter(toShares, part);
  const back = invert(toShares);
  if (values.way === 'back') return boundsAfter(back, seenBack(shares, laid));
  const seen = seenOnCircle(shares, laid);
  const beyond =
    values.blend > 0 ? boundsOfPlaces([...cornersOf(seen), ...cornersOf(mirrored(seen))]) : seen;
  const inside = values.edge === 'stays' ? held(beyond) : beyond;
  return boundsAfter(back, inside);
}

/** What lies beyond the picture is taken from its edges. */
function held({ x, y, width, height }: Rect): Rect {
  const within = (value: number) => Math.max(0, Math.min(1, value));
  const [left, top] = [within(x), within(y)];
  return { x: left, y: top, width: within(x + width) - left, height: within(y + height) - top };
}

/** Lays a picture round its middle, its sides meeting above it, or takes one back that was. */
export const computeCircle: GatherComputation<Values> = {
  ...moves,
  looks: (values, part, frame, scale) =>
    growRect(looked(values, withNeighbours(part, scale), frame), 2 / scale),
  shows: (_, part, { toShares }) =>
    uniteRects(part, boundsAfter(invert(toShares), { x: 0, y: 0, width: 1, height: 1 })),
  gather(values, from, asked) {
    const { scale, frame, part } = asked;
    const toShares = multiply(frame.toShares, scaling(1 / scale, 1 / scale));
    const back = invert(toShares);
    const laid = laidIn(values, frame);
    const { width } = boundsAfter(back, { x: 0, y: 0, width: 1, height: 1 });
    if (values.way === 'back') {
      return takenFrom(from, asked, values, (px, py) => {
        const { x, y } = transform(toShares, { x: px, y: py });
        const [u, v] = offCircle(x, y, laid);
        return transform(back, { x: u, y: v });
      });
    }
    const seen = (side: 'own' | 'beyond the seam') =>
      takenFrom(
        ...([from, asked, values] as const),
        (px, py) => {
          const { x, y } = transform(toShares, { x: px, y: py });
          const [u, v] = onCircle(x, y, laid);
          return transform(back, { x: side === 'own' ? u : 1 - u, y: v });
        },
        SEAM * width,
      );
    const own = seen('own');
    if (values.blend === 0) return own;
    const shareAt = (x: number, y: number) => {
      const at = transform(toShares, { x: part.x + x + 0.5, y: part.y + y + 0.5 });
      return fromBeyond(onCircle(at.x, at.y, laid)[0], values.blend);
    };
    return mixedBy(own, seen('beyond the seam'), shareAt);
  },
};

function mixedBy(
  own: FloatImage,
  other: FloatImage,
  shareAt: (x: number, y: number) => number,
): FloatImage {
  for (let y = 0, i = 0; y < own.height; y++) {
    for (let x = 0; x < own.width; x++, i += 4) {
      const share = shareAt(x, y);
      if (share === 0) continue;
      for (let c = i; c < i + 4; c++) {
        const value = own.data[c] as number;
        own.data[c] = value + share * ((other.data[c] as number) - value);
      }
    }
  }
  return own;
}
