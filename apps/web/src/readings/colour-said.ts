import { converter } from 'culori';
import type { ReadColour } from './use-sample-colours';

const toLab = converter('lab65');
const toOklch = converter('oklch');

export const READ_IN = ['RGB', 'L*a*b*', 'OKLCh'] as const;
export type ReadIn = (typeof READ_IN)[number];

const whole = (value: number | undefined) => String(Math.round(value ?? 0) + 0);
const fine = (value: number | undefined) => (Math.round((value ?? 0) * 1000) / 1000 + 0).toFixed(3);

/** A colour as it is told: bytes of sRGB, L*a*b* under D65, or OKLCh with the hue in degrees. */
const SAID: Readonly<Record<ReadIn, (colour: ReadColour) => string>> = {
  RGB: ({ r, g, b }) => [r, g, b].map((value) => whole(value * 255)).join(' '),
  'L*a*b*'(colour) {
    const { l, a, b } = toLab({ mode: 'rgb', ...colour });
    return [l, a, b].map(whole).join(' ');
  },
  OKLCh(colour) {
    const { l, c, h } = toOklch({ mode: 'rgb', ...colour });
    // A grey has no hue.
    return `${fine(l)} ${fine(c)} ${(c ?? 0) < 5e-4 || h === undefined ? '-' : `${whole(h)}°`}`;
  },
};

export function colourSaid(colour: ReadColour, as: ReadIn): string {
  return SAID[as](colour);
}
