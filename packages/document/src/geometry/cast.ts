import type { ShadowContent } from '../composition';
import { invert, type Matrix, type Point, transform } from './matrix';
import {
  cornersOf,
  derivativeAt,
  invertProjective,
  multiplyProjective,
  type Projective,
  projected,
  projectedPolygon,
  projectiveOf,
} from './projective';
import { boundsOf, growRect, type Rect, uniteRects } from './rect';

/** Light along the ground, or edge-on to it, would throw shadows without an end. */
const [LEAST_UP, MOST_ALONG] = [0.25, 3];

/** A shadow on the ground is never seen quite edge-on. */
const LEAST_DEPTH = 0.04;

/** The shadow where a thing touches the ground is pressed to so much of the thing's height. */
const PRESSED = 0.22;

/** A shadow is dragged so far from its thing at most, in heights, and its light between these angles. */
const [MOST_AWAY, LOWEST, HIGHEST] = [5, -60, 80];

const DEGREES = 180 / Math.PI;

const radians = (degrees: number) => degrees / DEGREES;

/** Where a thing stands and how high it reaches above that, in composition pixels. */
export interface Standing {
  readonly foot: Point;
  readonly height: number;
}

/** What lies so high above the foot goes so far along and so far up the picture. */
interface Fall {
  readonly along: number;
  readonly up: number;
}

function fallOf({ azimuth, elevation, tilt }: ShadowContent): Fall {
  const [a, e] = [radians(azimuth), radians(elevation)];
  const high = Math.max(LEAST_UP, Math.cos(e) * Math.cos(a));
  const along = (-Math.cos(e) * Math.sin(a)) / high;
  const up = (tilt * Math.sin(e)) / high;
  const deep = Math.abs(up) < LEAST_DEPTH ? (up < 0 ? -LEAST_DEPTH : LEAST_DEPTH) : up;
  const most = (value: number) => Math.max(-MOST_ALONG, Math.min(MOST_ALONG, value));
  return { along: most(along), up: most(deep) };
}

/** Where the ground ends at a wall: what would fall beyond it goes up that. */
export interface Fold {
  /** How high in the picture both meet, in composition pixels. */
  readonly y: number;
  /** As the map of the shadow, for what falls on the wall. */
  readonly map: Projective;
  /** What stands so high above the foot throws its shadow right where both meet. */
  readonly high: number;
}

/** How a shadow lies: maps from composition pixels of the thing to those of its shadow, and how far its light travelled. */
export interface Cast {
  readonly map: Projective;
  /** Where the thing touches what it stands on, pressed flat. */
  readonly contact: Matrix;
  readonly standing: Standing;
  /** How far the light of all of it travelled: the farther the higher on the ground, equally far on a wall. */
  readonly travels: 'by height' | 'equally';
  /** Where it goes on up a wall, if it does. */
  readonly fold: Fold | null;
  /** How far from the thing the shadow falls at the most, in composition pixels. */
  readonly far: number;
}

/** A map that keeps the line of the foot and shears what lies above it. */
function sheared({ y }: Point, along: number, up: number): Matrix {
  // x' = x + along (y0 - y), y' = y0 - up (y0 - y)
  return [1, 0, -along, up, along * y, y - up * y];
}

const homogeneous = ([a, b, c, d, e, f, g, h, i]: Projective, x: number, y: number, w: number) =>
  [a * x + b * y + c * w, d * x + e * y + f * w, g * x + h * y + i * w] as const;

/** A step in the plane that is seen as one in the picture, at a place of the plane. */
function stepInPlane(plane: Projective, at: Point, step: Point): Point {
  return transform(invert(derivativeAt(plane, at)), step);
}

/** A map whose third coordinate is 1 at a place; null where that lies at the plane's horizon or beyond it. */
function nearestAt(map: Projective, { x, y }: Point): Projective | null {
  const w = map[6] * x + map[7] * y + map[8];
  if (!Number.isFinite(w) || Math.abs(w) < 1e-12) return null;
  return map.map((value) => value / w) as unknown as Projective;
}

/**
 * The shadow on a plane in perspective of what stands up before the viewer: the line of the foot stays, and what lies above
 * it goes along the plane as far as it is high, at the foot as the shear would have it. The map between two planes by light
 * that runs side by side is projective.
 * @param plane from the plane's own pixels to the picture
 */
function lainOnPlane(plane: Projective, foot: Point, { along, up }: Fall): Projective | null {
  const back = invertProjective(plane);
  const at = projected(back, foot);
  if (!at || !projected(plane, at)) return null;
  const [, , w] = homogeneous(back, foot.x, foot.y, 1);
  const step = stepInPlane(plane, at, { x: along, y: -up });
  const [a, b, c, d, e, f, g, h, i] = back;
  // (x, y) -> back (x, y0, 1) + (y0 - y) w (step, 0)
  const inPlane: Projective = [
    ...([a, -w * step.x, b * foot.y + c + w * step.x * foot.y] as const),
    ...([d, -w * step.y, e * foot.y + f + w * step.y * foot.y] as const),
    ...([g, 0, h * foot.y + i] as const),
  ];
  return nearestAt(multiplyProjective(plane, inPlane), foot);
}

/** The shadow on a wall in perspective: as large as the thing where its foot's falls, and from there as the wall is seen. */
function thrownOnPlane(plane: Projective, foot: Point, shift: Point): Projective | null {
  const at = projected(invertProjective(plane), { x: foot.x + shift.x, y: foot.y + shift.y });
  if (!at || !projected(plane, at)) return null;
  const [across, down] = [
    stepInPlane(plane, at, { x: 1, y: 0 }),
    stepInPlane(plane, at, { x: 0, y: 1 }),
  ];
  const inPlane: Projective = [
    ...([across.x, down.x, at.x - across.x * foot.x - down.x * foot.y] as const),
    ...([across.y, down.y, at.y - across.y * foot.x - down.y * foot.y] as const),
    ...([0, 0, 1] as const),
  ];
  return nearestAt(multiplyProjective(plane, inPlane), foot);
}

/** How what stands so high is seen to fall, a pixel of height, for its top to come to lie somewhere on the ground. */
function fallToPlace({ foot, height }: Standing, to: Point, plane: Projective | null): Fall {
  const high = Math.max(1, height);
  const plain = { along: (to.x - foot.x) / high, up: (foot.y - to.y) / high };
  if (!plane) return plain;
  const back = invertProjective(plane);
  const [at, there] = [projected(back, foot), projected(back, to)];
  if (!at || !there) return plain;
  const step = { x: (there.x - at.x) / high, y: (there.y - at.y) / high };
  const { x, y } = transform(derivativeAt(plane, at), step);
  return { along: x, up: -y };
}

/** How light has to fall for the top of a thing to throw its shadow to a place: what changes of the shadow. */
export function fallTo(
  content: ShadowContent,
  standing: Standing,
  to: Point,
  plane: Projective | null = null,
): Partial<ShadowContent> {
  const { foot, height } = standing;
  if (content.falls === 'wall') {
    const high = Math.max(1, height);
    const [along, down] = [to.x - foot.x, to.y - (foot.y - high)];
    const away = Math.min(MOST_AWAY, Math.hypot(along, down) / high);
    return { away, azimuth: (Math.atan2(-along, down) * DEGREES + 360) % 360 };
  }
  const fall = fallToPlace(standing, to, plane);
  const along = Math.max(-MOST_ALONG, Math.min(MOST_ALONG, fall.along));
  const azimuth = Math.atan(-along);
  const steep = (fall.up * Math.cos(azimuth)) / Math.max(0.02, content.tilt);
  const elevation = Math.max(LOWEST, Math.min(HIGHEST, Math.atan(steep) * DEGREES));
  return { azimuth: (azimuth * DEGREES + 360) % 360, elevation };
}

/** The fold of a shadow that goes up the picture: what would fall beyond where ground and wall meet goes up the wall. */
function foldOf({ away }: ShadowContent, map: Projective, { foot, height }: Standing): Fold | null {
  const y = foot.y - away * height;
  const [, yAt, wAt] = homogeneous(map, foot.x, foot.y, 1);
  // With each pixel of height above the foot both go on by so much; the shadow is at y where yAt + h yUp = y (wAt + h wUp).
  const [yUp, wUp] = [-map[4], -map[7]];
  const high = (y * wAt - yAt) / (yUp - y * wUp);
  const w = wAt + high * wUp;
  if (!(high > 0) || !Number.isFinite(high) || w <= 0) return null;
  // There the wall is so much smaller, being farther away; what is higher still stands on it as it does in the thing.
  const smaller = wAt / w;
  const [xAt] = homogeneous(map, foot.x, foot.y - high, 1);
  const x = xAt / w;
  return {
    ...{ y, high },
    map: [
      ...([smaller, 0, x - smaller * foot.x] as const),
      ...([0, smaller, y - smaller * (foot.y - high)] as const),
      ...([0, 0, 1] as const),
    ],
  };
}

/**
 * Where the shadow of a thing falls.
 * @param standing where the thing stands, in composition pixels
 * @param plane of the scene that it falls on, from its own pixels to composition pixels; none when null
 */
export function castOf(
  content: ShadowContent,
  standing: Standing,
  plane: Projective | null = null,
): Cast {
  const { foot, height } = standing;
  const contact = sheared(foot, 0, PRESSED);
  if (content.falls === 'wall') {
    const a = radians(content.azimuth);
    const far = content.away * height;
    const shift = { x: -Math.sin(a) * far, y: Math.cos(a) * far };
    const onPlane = plane && thrownOnPlane(plane, foot, shift);
    const map = onPlane ?? projectiveOf([1, 0, 0, 1, shift.x, shift.y]);
    return { map, contact, standing, travels: 'equally', fold: null, far };
  }
  if (content.falls === 'mirror') {
    const map = projectiveOf(sheared(foot, 0, -1));
    return { map, contact, standing, travels: 'by height', fold: null, far: height };
  }
  const fall = fallOf(content);
  const { along, up } = fall;
  const onPlane = plane && lainOnPlane(plane, foot, fall);
  const map = onPlane ?? projectiveOf(sheared(foot, along, up));
  const far = height * Math.hypot(along, up);
  const fold = content.falls === 'fold' && up > 0 ? foldOf(content, map, standing) : null;
  return { map, contact, standing, travels: 'by height', fold, far };
}

/** How soft a shadow is that fell so far, in composition pixels. */
export function castSoftness({ softness, falls }: ShadowContent, far: number): number {
  if (falls === 'mirror') return 0;
  return softness * far * 0.25;
}

/** Where a map throws a rectangle, as far as it can be seen. */
export function thrownBounds(map: Projective, rect: Rect): Rect {
  return boundsOf(projectedPolygon(map, cornersOf(rect)));
}

/** The bounds of a shadow in composition pixels, of things with such bounds. */
export function castBounds(cast: Cast, content: ShadowContent, thing: Rect): Rect {
  const soft = 3 * castSoftness(content, cast.far) + cast.standing.height * 0.2;
  const lain = thrownBounds(cast.map, thing);
  return growRect(cast.fold ? uniteRects(lain, thrownBounds(cast.fold.map, thing)) : lain, soft);
}
