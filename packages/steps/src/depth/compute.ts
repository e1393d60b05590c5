import { growRect, type Point, type Rect } from '@diplex/document';
import {
  copyPart,
  doubledPart,
  floatLevels,
  halvedPart,
  lensBlur,
  unwrittenImage,
} from '@diplex/imaging';
import type { FloatLevels, FloatPixels } from '@diplex/kernels';
import { blurInLight, withBloom } from '../blur-in-light';
import type { GatherComputation, GatheredPart } from '../computation';
import type { ValuesOf } from '../fields';
import { placeIn } from '../frame-places';
import type { depth } from './definition';

type Values = ValuesOf<typeof depth.fields>;

/** A smaller radius, in pixels, is as good as none; from there on each radius that is drawn is so much larger. */
const [LEAST, LARGER] = [0.6, Math.SQRT2];

/** Larger radii, in pixels of the drawing that they are worked out on, go to a smaller one. */
const WIDEST = 8;

/** How far out of focus a place is, 0..1, by how far it lies from the plane of focus. */
function softAt(away: number, clear: number): number {
  const t = Math.max(0, Math.min(1, (away - clear) / Math.max(1e-6, 1 - clear)));
  return clear >= 1 ? 0 : t;
}

/** How far from the plane of focus a place lies, 1 for what is farthest; in any pixels. */
export function awayFrom({ falls }: Pick<Values, 'falls'>, focus: Point, far: Point) {
  const [dx, dy] = [far.x - focus.x, far.y - focus.y];
  const square = Math.max(1e-9, dx * dx + dy * dy);
  if (falls === 'mask') return () => 1;
  if (falls === 'round') {
    const long = Math.sqrt(square);
    return (x: number, y: number) => Math.hypot(x - focus.x, y - focus.y) / long;
  }
  return (x: number, y: number) => Math.abs((x - focus.x) * dx + (y - focus.y) * dy) / square;
}

/** The radius at each pixel of a part, in its pixels. */
function radii(values: Values, { part, scale, frame, howFar }: GatheredPart): Float32Array {
  const inPixels = (place: Point) => {
    const { x, y } = placeIn(frame, place);
    return { x: x * scale, y: y * scale };
  };
  const away = awayFrom(values, inPixels(values.focus), inPixels(values.far));
  const clear = values.falls === 'mask' ? 0 : values.clear;
  const most = values.size * scale;
  const out = new Float32Array(part.width * part.height);
  for (let y = 0, p = 0; y < part.height; y++) {
    for (let x = 0; x < part.width; x++, p++) {
      const soft = softAt(away(part.x + x + 0.5, part.y + y + 0.5), clear);
      out[p] = most * soft * (howFar ? (howFar.data[p] as number) : 1);
    }
  }
  return out;
}

/** Which of the radii that are drawn one lies between: 0 for what is as it is. */
function rungOf(radius: number): number {
  if (radius <= LEAST) return Math.max(0, radius / LEAST);
  return 1 + Math.log(radius / LEAST) / Math.log(LARGER);
}

/** The picture out of focus by one of the radii that are drawn, on a part. */
function drawnAt(rung: number, values: Values, levels: FloatLevels, part: Rect): Float32Array {
  const radius = LEAST * LARGER ** (rung - 1);
  const level = Math.min(levels.length - 1, Math.max(0, Math.ceil(Math.log2(radius / WIDEST))));
  const { blades, roundness, turn } = values;
  const aperture = { radius: radius / 2 ** level, blades: Math.round(blades), roundness, turn };
  const made = lensBlur(levels[level] as FloatPixels, aperture, halvedPart(part, level));
  return doubledPart(made, part, level).data;
}

/**
 * A lens blur whose radius grows with the distance from a plane of focus: the picture is blurred by some radii, each
 * larger than the one before by the same factor, and every pixel taken from between the two that its own lies between.
 */
export const computeDepth: GatherComputation<Values> = {
  ...blurInLight,
  maskSays: 'how far',
  // The coarser levels want whole pixels all around what is looked at.
  looks: ({ size }, part, _, scale) => growRect(part, 2 * size + 4 / scale),
  gather(values, from, asked) {
    const { part } = asked;
    const at = radii(values, asked);
    const rungs = at.map(rungOf);
    const highest = Math.ceil(rungs.reduce((most, rung) => Math.max(most, rung), 0));
    const lowest = Math.floor(rungs.reduce((least, rung) => Math.min(least, rung), highest));
    const made = unwrittenImage(part.width, part.height);
    const largest = LEAST * LARGER ** Math.max(0, highest - 1);
    const count = 1 + Math.max(0, Math.ceil(Math.log2(largest / WIDEST)));
    const levels = floatLevels(
      { ...from, data: withBloom(from.data, values.bloom, values.bright) },
      count,
    );
    let below = new Float32Array(0);
    for (let rung = lowest; rung <= highest; rung++) {
      const own = rung === 0;
      const next = own ? sharp(from, part) : drawnAt(rung, values, levels, part);
      mixBetween(made.data, rungs, below, next, rung);
      below = next.slice();
    }
    return made;
  },
};

function sharp(from: FloatPixels, part: Rect): Float32Array {
  const made = new Float32Array(part.width * part.height * 4);
  copyPart(from, part, made);
  return made;
}

/** Fills in every pixel that lies at a radius or between the one before and it. */
function mixBetween(
  made: Float32Array,
  rungs: Float32Array,
  below: Float32Array,
  at: Float32Array,
  rung: number,
): void {
  for (let p = 0, i = 0; p < rungs.length; p++, i += 4) {
    const share = (rungs[p] as number) - (rung - 1);
    if (share <= 0 || share > 1) continue;
    for (let c = i; c < i + 4; c++) {
      const low = below.length ? (below[c] as number) : (at[c] as number);
      made[c] = low + share * ((at[c] as number) - low);
    }
  }
}
