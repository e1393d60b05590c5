import { decodeExactly, encode } from '@diplex/kernels';
import { betweenSpaces } from '../profiles/icc-profile';
import { SPACES, type SpaceName } from '../profiles/spaces';

/** What 16-bit samples of sRGB are in light. */
let table: Float32Array | null = null;

function lightOf(): Float32Array {
  table ??= Float32Array.from({ length: 65_536 }, (_, i) => decodeExactly(i / 65_535));
  return table;
}

/** Straight RGBA at 16 bits, encoded by the curve of sRGB, as premultiplied light of the same primaries. */
export function rowToLight(samples: Uint16Array, light: Float32Array): void {
  const values = lightOf();
  for (let i = 0; i < samples.length; i += 4) {
    const alpha = (samples[i + 3] as number) / 65_535;
    light[i] = (values[samples[i] as number] as number) * alpha;
    light[i + 1] = (values[samples[i + 1] as number] as number) * alpha;
    light[i + 2] = (values[samples[i + 2] as number] as number) * alpha;
    light[i + 3] = alpha;
  }
}

export type Samples = Uint8Array | Uint16Array | Float32Array;

/** Where a kind of sample has its white. */
function topOf(samples: Samples): number {
  if (samples instanceof Float32Array) return 1;
  return samples.BYTES_PER_ELEMENT === 1 ? 255 : 65_535;
}

function clamped(value: number): number {
  return value <= 0 ? 0 : value >= 1 ? 1 : value;
}

function held(value: number): number {
  return value;
}

/** Matrices between spaces, by their names: rows are many, spaces few. */
const known = new Map<string, ReturnType<typeof betweenSpaces>>();

function matrixBetween(from: SpaceName, to: SpaceName): ReturnType<typeof betweenSpaces> {
  const name = `${from} ${to}`;
  const matrix = known.get(name) ?? betweenSpaces(SPACES[from], SPACES[to]);
  known.set(name, matrix);
  return matrix;
}

/**
 * Premultiplied light as straight RGBA of another space, in whole samples of 8 or 16 bits or in floats. What lies outside of the
 * space is clipped channel by channel; linear light in floats holds it.
 */
export function lightToSamples(
  light: Float32Array,
  { from, to }: { readonly from: SpaceName; readonly to: SpaceName },
  samples: Samples,
): void {
  const [toR, toG, toB] = matrixBetween(from, to);
  const top = topOf(samples);
  const curve = SPACES[to].curve === 'linear' ? (top === 1 ? held : clamped) : encode;
  const half = top === 1 ? 0 : 0.5;
  const kept = top === 1 ? (value: number) => value : Math.floor;
  for (let i = 0; i < light.length; i += 4) {
    const alpha = clamped(light[i + 3] as number);
    const per = alpha > 0 ? 1 / alpha : 0;
    const r = (light[i] as number) * per;
    const g = (light[i + 1] as number) * per;
    const b = (light[i + 2] as number) * per;
    samples[i] = kept(curve(toR[0] * r + toR[1] * g + toR[2] * b) * top + half);
    samples[i + 1] = kept(curve(toG[0] * r + toG[1] * g + toG[2] * b) * top + half);
    samples[i + 2] = kept(curve(toB[0] * r + toB[1] * g + toB[2] * b) * top + half);
    samples[i + 3] = kept(alpha * top + half);
  }
}
