import { unwrittenImage } from '@diplex/imaging';
import { decodeExactly } from '@diplex/kernels';
import type { DrawnAt, NearComputation } from '../computation';
import type { ValuesOf } from '../fields';
import { fractalNoise, type Octaves, smoothstep } from '../noise/gradient-noise';
import type { glow } from './definition';

type Values = ValuesOf<typeof glow.fields>;

/** A glow is about so many deviations wide. */
const DEVIATIONS = 2.5;

/** A glow that is wholly solid has its full strength from this share of the blurred edge on. */
const SOLID_FROM = 0.04;

/** Light with a texture is drawn out so many times as far down as across, like flames and curtains of light. */
const DRAWN_OUT = 2;

/** How much of the light is left at a pixel of the composition, by noise: wisps, with dark between them. */
function wispAt({ texture, waves, seed }: Values, scale: number): (x: number, y: number) => number {
  const octaves: Octaves = { count: 4, gain: 0.55, finest: 2 / (scale * waves) };
  return (x, y) => {
    const noise = fractalNoise(x / waves, y / (waves * DRAWN_OUT), Math.round(seed), octaves);
    return 1 - texture * (1 - smoothstep(-0.45, 0.5, noise));
  };
}

/** Takes from premultiplied light what its texture leaves out. */
function textured(data: Float32Array, width: number, values: Values, at: DrawnAt): void {
  const wisp = wispAt(values, at.scale);
  for (let p = 0, i = 0; i < data.length; p++, i += 4) {
    if ((data[i + 3] as number) === 0) continue;
    const x = (at.x + (p % width) + 0.5) / at.scale;
    const y = (at.y + Math.floor(p / width) + 0.5) / at.scale;
    const left = wisp(x, y);
    for (let c = i; c < i + 4; c++) data[c] = (data[c] as number) * left;
  }
}

/**
 * A colour as strong as the thing's blurred alpha, beyond its edge (outward, laid under it) or within (inward, over
 * it). It goes by the thing as its mask leaves it, whatever its content shows.
 */
export const computeGlow: NearComputation<Values> = {
  reads: 'near',
  deviation: ({ size }) => size / DEVIATIONS,
  covered: () => true,
  spreads: ({ way }) => way === 'outward',
  lays: ({ way }) => (way === 'outward' ? 'under' : 'over'),
  source(_, image) {
    const { data } = unwrittenImage(image.width, image.height);
    for (let i = 0; i < data.length; i += 4) data.fill(image.data[i + 3] as number, i, i + 4);
    return data;
  },
  combine(values, own, blurred, space, at) {
    const { way, colour, solid } = values;
    const { data } = blurred;
    const tone = [colour.r, colour.g, colour.b].map((value) =>
      space === 'light' ? decodeExactly(value / 255) : value / 255,
    );
    const full = 1 - solid * (1 - SOLID_FROM);
    for (let i = 0; i < data.length; i += 4) {
      const alpha = own.data[i + 3] as number;
      const near = Math.max(0, Math.min(1, data[i + 3] as number));
      const lit =
        way === 'outward'
          ? Math.min(1, near / full) * (1 - alpha)
          : Math.min(1, (1 - near) / full) * alpha;
      for (let c = 0; c < 3; c++) data[i + c] = lit * (tone[c] as number);
      data[i + 3] = lit;
    }
    if (values.texture > 0) textured(data, blurred.width, values, at);
    return blurred;
  },
};
