import { boxMean } from '@diplex/imaging';
import { type LightPatch, luminances } from '../light-patch';

/** From where the light comes that is seen to fall on a picture. */
export interface LightDirection {
  /** Degrees clockwise from up in the picture. */
  readonly azimuth: number;
  /** How much it comes from one side, 0 (from everywhere) to about 1 (one small lamp). */
  readonly directed: number;
  /** How sure that is, 0..1. */
  readonly sure: number;
}

/** Lightness is looked at apart from what changes over so many pixels. */
const AROUND = 12;

/** Edges against deep black would count for all others. */
const DARKEST = 0.01;

/** A skew of this is as much as one small lamp brings about, and this is as much as chance does. */
const [LAMP, CHANCE] = [0.35, 0.15];

/** The strongest edges, beyond so many times the usual slope, may be of single things. */
const STRONGEST = 4;

/** Fewer pixels say nothing. */
const LEAST = 400;

/** Logarithms of luminance, a little blurred, less those around. */
function relief(patch: LightPatch): Float32Array {
  const { width, height } = patch;
  const of = luminances(patch);
  const stops = of.map((value) => Math.log2(value + DARKEST));
  // What is hidden would be an edge: it takes the mean of what is seen. What only does not count stays as it is.
  let [sum, seen] = [0, 0];
  for (let p = 0; p < stops.length; p++) {
    if ((patch.weights[p] as number) <= 0) continue;
    sum += stops[p] as number;
    seen++;
  }
  for (let p = 0; p < stops.length; p++) {
    if ((patch.weights[p] as number) <= 0 && of[p] === 0) stops[p] = sum / Math.max(1, seen);
  }
  const around = boxMean(boxMean(stops, width, height, AROUND), width, height, AROUND);
  return boxMean(
    stops.map((value, p) => value - (around[p] as number)),
    ...([width, height, 1] as const),
  );
}

/**
 * From where light falls on what a picture shows, told by how lightness changes along each direction: going with the
 * light, it breaks off where a thing's lit side ends and its shadow begins, and comes back slowly. So the slopes along
 * that direction are skewed to the dark; those of patterns, however they lie, are not. Where hardly any skew is seen, light
 * is taken to come from above. Null where too little is seen.
 * @param patch not blurred, of about 800 pixels
 * @param overcast how much of the picture is grey sky, 0..1: that gives soft light from above
 */
export function lightDirection(patch: LightPatch, overcast = 0): LightDirection | null {
  const slopes = slopesOf(patch);
  if (slopes.weights.length < LEAST) return null;
  const [all, few] = [skewOf(slopes, Number.POSITIVE_INFINITY), skewOf(slopes, STRONGEST)];
  const [strong, steady] = [Math.hypot(all.x, all.y), Math.hypot(few.x, few.y)];
  const cosine = strong * steady > 0 ? (all.x * few.x + all.y * few.y) / (strong * steady) : 0;
  // Of one mind both with and without the strongest edges: otherwise single things speak, and not the light.
  const agreed = Math.max(0, cosine) ** 2;
  const told = strong * agreed * (1 - overcast);
  const fromAbove = Math.max(0, CHANCE - told) + overcast * LAMP;
  // Slopes are skewed to the dark along the way that light goes: it comes from where that way begins.
  const by = strong > 0 ? told / strong : 0;
  const [right, up] = [-all.x * by, -all.y * by + fromAbove];
  const kept = Math.sqrt(Math.min(1, steady / Math.max(1e-6, strong)));
  return {
    azimuth: ((Math.atan2(right, up) * 180) / Math.PI + 360) % 360,
    directed: Math.min(1, told / LAMP),
    sure: (agreed * kept * strong) / (strong + CHANCE),
  };
}

/** Slopes of lightness, to the right and down, and how much each counts. */
interface SlopeList {
  readonly across: Float32Array;
  readonly down: Float32Array;
  readonly weights: Float32Array;
}

function slopesOf(patch: LightPatch): SlopeList {
  const { width, height, weights } = patch;
  const values = relief(patch);
  const made = [0, 1, 2].map(() => new Float32Array(weights.length));
  const [across, down, counts] = made as [Float32Array, Float32Array, Float32Array];
  let count = 0;
  for (let y = 2; y < height - 2; y++) {
    for (let x = 2; x < width - 2; x++) {
      const p = y * width + x;
      const weight = weights[p] as number;
      if (weight <= 0 || !insideBy(weights, width, p)) continue;
      across[count] = ((values[p + 1] as number) - (values[p - 1] as number)) / 2;
      down[count] = ((values[p + width] as number) - (values[p - width] as number)) / 2;
      counts[count] = weight;
      count++;
    }
  }
  return {
    across: across.subarray(0, count),
    down: down.subarray(0, count),
    weights: counts.subarray(0, count),
  };
}

/** Whether all around a pixel is seen too. */
function insideBy(weights: Float32Array, width: number, p: number): boolean {
  return (
    (weights[p - 2] as number) > 0 &&
    (weights[p + 2] as number) > 0 &&
    (weights[p - 2 * width] as number) > 0 &&
    (weights[p + 2 * width] as number) > 0
  );
}

/** Directions in which the skew is looked at. */
const DIRECTIONS = 36;

/**
 * The skew of slopes along each direction, as the vector (to the right, up) that goes with it best.
 * @param strongest slopes count as no more than so many times their usual size
 */
function skewOf({ across, down, weights }: SlopeList, strongest: number): { x: number; y: number } {
  let [squares, all] = [0, 0];
  for (let i = 0; i < weights.length; i++) {
    const weight = weights[i] as number;
    squares += weight * ((across[i] as number) ** 2 + (down[i] as number) ** 2);
    all += weight;
  }
  const most = strongest * Math.sqrt(squares / all);
  // Means of the products of up to three slopes.
  const m = { x: 0, y: 0, xx: 0, xy: 0, yy: 0, xxx: 0, xxy: 0, xyy: 0, yyy: 0 };
  for (let i = 0; i < weights.length; i++) {
    const [rawX, rawY] = [across[i] as number, down[i] as number];
    const length = Math.sqrt(rawX * rawX + rawY * rawY);
    const by = length > most ? most / length : 1;
    const [x, y, weight] = [rawX * by, rawY * by, (weights[i] as number) / all];
    m.x += weight * x;
    m.y += weight * y;
    m.xx += weight * x * x;
    m.xy += weight * x * y;
    m.yy += weight * y * y;
    m.xxx += weight * x * x * x;
    m.xxy += weight * x * x * y;
    m.xyy += weight * x * y * y;
    m.yyy += weight * y * y * y;
  }
  let [right, up] = [0, 0];
  for (let k = 0; k < DIRECTIONS; k++) {
    const angle = (k / DIRECTIONS) * 2 * Math.PI;
    const [u, v] = [Math.sin(angle), -Math.cos(angle)];
    const first = u * m.x + v * m.y;
    const second = u * u * m.xx + 2 * u * v * m.xy + v * v * m.yy;
    const third = u ** 3 * m.xxx + 3 * u * u * v * m.xxy + 3 * u * v * v * m.xyy + v ** 3 * m.yyy;
    const variance = Math.max(1e-12, second - first * first);
    const skew = (third - 3 * first * second + 2 * first ** 3) / variance ** 1.5;
    right += (2 / DIRECTIONS) * skew * u;
    up += (2 / DIRECTIONS) * skew * -v;
  }
  return { x: right, y: up };
}
