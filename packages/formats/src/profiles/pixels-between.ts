import { decodeExactly, encode } from '@diplex/kernels';
import { betweenSpaces } from './icc-profile';
import { SPACES, type SpaceName } from './spaces';

type WholeSamples = Uint8Array | Uint16Array;

function stepsOf(samples: WholeSamples): number {
  return samples.BYTES_PER_ELEMENT === 1 ? 255 : 65_535;
}

/** What samples with so many steps are in light, by their value. */
function lightTable(steps: number): Float32Array {
  return new Float32Array(steps + 1).map((_, i) => decodeExactly(i / steps));
}

/**
 * Pixels that are encoded by the curve of sRGB in the primaries of another space, clipped channel by channel where that
 * does not have them; alpha as it is.
 * @param samples straight RGB or RGBA of 8 or 16 bits
 * @param into as many samples of 8 or 16 bits
 */
export function pixelsBetween(
  { from, to }: { readonly from: SpaceName; readonly to: SpaceName },
  samples: WholeSamples,
  channels: 3 | 4,
  into: WholeSamples,
): void {
  const light = lightTable(stepsOf(samples));
  const top = stepsOf(into);
  const [toR, toG, toB] = betweenSpaces(SPACES[from], SPACES[to]);
  const whole = (value: number) => Math.floor(encode(value) * top + 0.5);
  for (let i = 0; i < samples.length; i += channels) {
    const r = light[samples[i] as number] as number;
    const g = light[samples[i + 1] as number] as number;
    const b = light[samples[i + 2] as number] as number;
    into[i] = whole(toR[0] * r + toR[1] * g + toR[2] * b);
    into[i + 1] = whole(toG[0] * r + toG[1] * g + toG[2] * b);
    into[i + 2] = whole(toB[0] * r + toB[1] * g + toB[2] * b);
    if (channels === 4) {
      into[i + 3] = Math.round(((samples[i + 3] as number) * top) / stepsOf(samples));
    }
  }
}
