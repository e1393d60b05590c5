import { hashed } from './dice';

/** Directions of the gradients: evenly round, so that nothing lines up with the axes. */
const WAYS = 64;
const [COSINES, SINES] = [Math.cos, Math.sin].map((of) =>
  Float64Array.from({ length: WAYS }, (_, i) => of(((i + 0.5) / WAYS) * 2 * Math.PI)),
) as [Float64Array, Float64Array];

function slopeAt(i: number, j: number, seed: number, dx: number, dy: number): number {
  const way = hashed(i, j, seed) >>> 26;
  return (COSINES[way] as number) * dx + (SINES[way] as number) * dy;
}

/**
 * Gradient noise (Perlin 2002): smooth, 0 at whole places, about -1 to 1.
 * @param seed a whole number; another one gives another noise
 */
export function gradientNoise(x: number, y: number, seed: number): number {
  const [i, j] = [Math.floor(x), Math.floor(y)];
  const [u, v] = [x - i, y - j];
  const a = slopeAt(i, j, seed, u, v);
  const b = slopeAt(i + 1, j, seed, u - 1, v);
  const c = slopeAt(i, j + 1, seed, u, v - 1);
  const d = slopeAt(i + 1, j + 1, seed, u - 1, v - 1);
  const s = u * u * u * (u * (u * 6 - 15) + 10);
  const t = v * v * v * (v * (v * 6 - 15) + 10);
  const upper = a + s * (b - a);
  const lower = c + s * (d - c);
  return 1.5 * (upper + t * (lower - upper));
}

/** How noise is put together of ever finer ones. */
export interface Octaves {
  readonly count: number;
  /** How strong each is, for the one before. */
  readonly gain: number;
  /** Octaves whose waves are shorter than this, in units of the coarsest one, are too fine to be drawn, and fade. */
  readonly finest: number;
}

/** Each octave is so many times as fine as the one before; not quite two, so that their places do not meet. */
const FINER = 1.97;

/** How much of an octave is drawn whose waves are so many of the finest long. */
function drawnOf(length: number, finest: number): number {
  return Math.max(0, Math.min(1, length / finest - 1));
}

/** Which share of noise is drawn: the rest is too fine, and would have averaged out. */
export function drawnShare({ count, gain, finest }: Octaves): number {
  let [drawn, all, strength, length] = [0, 0, 1, 1];
  for (let k = 0; k < count; k++) {
    all += strength;
    drawn += strength * drawnOf(length, finest);
    strength *= gain;
    length /= FINER;
  }
  return drawn / all;
}

/** Noise like clouds: octaves of gradient noise, about -1 to 1; fine ones fade before they could alias. */
export function fractalNoise(
  x: number,
  y: number,
  seed: number,
  { count, gain, finest }: Octaves,
): number {
  let [sum, all, strength, length] = [0, 0, 1, 1];
  for (let k = 0; k < count; k++) {
    const drawn = drawnOf(length, finest);
    all += strength;
    if (drawn > 0) {
      sum += drawn * strength * gradientNoise(x / length, y / length, seed + k * 101);
    }
    strength *= gain;
    length /= FINER;
  }
  return sum / (all * 0.7);
}

/** Noise with sharp crests, as of wisps and filaments: 0 to about 1. */
export function ridgedNoise(x: number, y: number, seed: number, octaves: Octaves): number {
  let [sum, all, strength, length] = [0, 0, 1, 1];
  for (let k = 0; k < octaves.count; k++) {
    const drawn = drawnOf(length, octaves.finest);
    all += strength;
    if (drawn > 0) {
      const crest = 1 - Math.abs(gradientNoise(x / length, y / length, seed + k * 131));
      sum += drawn * strength * crest * crest;
    }
    strength *= octaves.gain;
    length /= FINER;
  }
  return sum / all;
}

export function smoothstep(from: number, to: number, value: number): number {
  const t = Math.max(0, Math.min(1, (value - from) / (to - from)));
  return t * t * (3 - 2 * t);
}
