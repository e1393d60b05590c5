import type { ShadowContent } from '../composition';
import { growthOf, type Matrix, type Point, transform } from './matrix';
import { boundsAfter, growRect, type Rect, uniteRects } from './rect';

/** Light along the ground, or edge-on to it, would throw shadows without an end. */
const [LEAST_UP, MOST_ALONG] = [0.25, 3];

/** A shadow on the ground is never seen quite edge-on. */
const LEAST_DEPTH = 0.04;

/** The shadow where a thing touches the ground is pressed to so much of the thing's height. */
const PRESSED = 0.22;

const radians = (degrees: number) => (degrees * Math.PI) / 180;

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
  readonly map: Matrix;
  /** How far up the picture the ground goes as far as the wall. */
  readonly deep: number;
}

/** How a shadow lies: maps from composition pixels of the thing to those of its shadow, and how far its light travelled. */
export interface Cast {
  readonly map: Matrix;
  /** Where the thing touches what it stands on, pressed flat. */
  readonly contact: Matrix;
  readonly standing: Standing;
  /** How far up the picture the shadow goes for each pixel of height; null on a wall, which is as far everywhere. */
  readonly up: number | null;
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

/** The fold of a shadow that goes up the picture: rays that meet the wall went as far to the side as it is deep. */
function foldOf(
  { away }: ShadowContent,
  { foot, height }: Standing,
  { along, up }: Fall,
): Fold | null {
  if (up <= 0) return null;
  const deep = away * height;
  // What is so high throws its shadow right where ground and wall meet.
  const high = deep / up;
  return { y: foot.y - deep, deep, map: [1, 0, 0, 1, along * high, high - deep] };
}

/**
 * Where the shadow of a thing falls.
 * @param matrix from the thing's own pixels to composition pixels
 */
export function castOf(content: ShadowContent, matrix: Matrix): Cast {
  const foot = transform(matrix, content.foot);
  const height = content.height * growthOf(matrix);
  const standing = { foot, height };
  const contact = sheared(foot, 0, PRESSED);
  if (content.falls === 'wall') {
    const a = radians(content.azimuth);
    const far = content.away * height;
    const map: Matrix = [1, 0, 0, 1, -Math.sin(a) * far, Math.cos(a) * far];
    return { map, contact, standing, up: null, fold: null, far };
  }
  if (content.falls === 'mirror') {
    return { map: sheared(foot, 0, -1), contact, standing, up: -1, fold: null, far: height };
  }
  const { along, up } = fallOf(content);
  const far = height * Math.hypot(along, up);
  const fold = content.falls === 'fold' ? foldOf(content, standing, { along, up }) : null;
  return { map: sheared(foot, along, up), contact, standing, up, fold, far };
}

/** How soft a shadow is that fell so far, in composition pixels. */
export function castSoftness({ softness, falls }: ShadowContent, far: number): number {
  if (falls === 'mirror') return 0;
  return softness * far * 0.25;
}

/** The bounds of a shadow in composition pixels, of things with such bounds. */
export function castBounds(cast: Cast, content: ShadowContent, thing: Rect): Rect {
  const soft = 3 * castSoftness(content, cast.far) + cast.standing.height * 0.2;
  const lain = boundsAfter(cast.map, thing);
  return growRect(cast.fold ? uniteRects(lain, boundsAfter(cast.fold.map, thing)) : lain, soft);
}
