import { boxMean, oklabOf } from '@diplex/imaging';
import type { PickGround } from './pick-ground';

/** Numbers that a pixel is known by: OKLab and texture. */
export const LOOKS = 4;
/** How much texture counts beside colour. */
const TEXTURE_SCALE = 0.08;

/** OKLab of a whole level, three floats a pixel. */
export function labOf(ground: PickGround, level: number): Float32Array {
  const { width, height, channels, data } = ground.level(level);
  const lab = new Float32Array(width * height * 3);
  oklabOf(data, 0, channels, width * height, lab);
  return lab;
}

/** Colours and texture side by side, LOOKS floats a pixel. */
export function looksOf(lab: Float32Array, texture: Float32Array): Float32Array {
  const looks = new Float32Array(texture.length * LOOKS);
  for (let p = 0; p < texture.length; p++) {
    looks[p * LOOKS] = lab[p * 3] as number;
    looks[p * LOOKS + 1] = lab[p * 3 + 1] as number;
    looks[p * LOOKS + 2] = lab[p * 3 + 2] as number;
    looks[p * LOOKS + 3] = texture[p] as number;
  }
  return looks;
}

/**
 * How finely structured the surroundings of each pixel of a level are, 0 (smooth) to about 0.5. Read
 * from the next finer level, where what is sharp and what is blurred differ most.
 */
export function textureAt(ground: PickGround, level: number): Float32Array {
  const finer = ground.level(Math.max(0, level - 1));
  const { width, height } = ground.level(level);
  const by = level > 0 ? 2 : 1;
  const energy = new Float32Array(width * height);
  const { data, channels } = finer;
  const top = data.BYTES_PER_ELEMENT === 1 ? 255 : 65_535;
  const line = finer.width * channels;
  for (let v = 1; v < finer.height - 1; v++) {
    for (let u = 1; u < finer.width - 1; u++) {
      // Green is most of the lightness.
      const i = v * line + u * channels + 1;
      const around =
        (data[i - channels] as number) +
        (data[i + channels] as number) +
        (data[i - line] as number) +
        (data[i + line] as number);
      const o = Math.floor(v / by) * width + Math.floor(u / by);
      energy[o] = (energy[o] as number) + Math.abs((data[i] as number) - around / 4) / top;
    }
  }
  const mean = boxMean(energy, width, height, 2);
  return mean.map((value) => TEXTURE_SCALE * Math.log2(1 + (value * 200) / (by * by)));
}
