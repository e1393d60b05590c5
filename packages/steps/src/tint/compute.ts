import { decodeExactly } from '@diplex/kernels';
import type { PointComputation } from '../computation';
import type { StepColour, ValuesOf } from '../fields';
import { byMatrix } from '../point-operations';
import type { tint } from './definition';

/** Luminance of sRGB's primaries. */
const LUMINANCE = [0.2126, 0.7152, 0.0722] as const;

/** A colour in linear light, as strong as white is. Black has no colour: it counts as grey. */
function atLuminanceOne({ r, g, b }: StepColour): readonly [number, number, number] {
  const light = [r, g, b].map((value) => decodeExactly(value / 255));
  const luminance = light.reduce((sum, value, i) => sum + value * (LUMINANCE[i] as number), 0);
  const [x = 1, y = 1, z = 1] = luminance > 1e-6 ? light.map((value) => value / luminance) : [];
  return [x, y, z];
}

/** The colour at each pixel's luminance. */
export const computeTint: PointComputation<ValuesOf<typeof tint.fields>> = {
  reads: 'point',
  prepare(values) {
    const [r, g, b] = atLuminanceOne(values.colour);
    const row = (part: number) =>
      [LUMINANCE[0] * part, LUMINANCE[1] * part, LUMINANCE[2] * part] as const;
    return [byMatrix('light', [row(r), row(g), row(b)])];
  },
};
