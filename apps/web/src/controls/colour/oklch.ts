import type { Colour } from '@diplex/core';
import { PROFILE_MODES, type Profile } from '@diplex/document';
import { clampChroma, converter } from 'culori';

/** A colour as people choose it: lightness 0..1, chroma 0 to about 0.37, hue in degrees. */
export interface Oklch {
  readonly l: number;
  readonly c: number;
  readonly h: number;
}

/** No colour of a profile has more chroma. */
export const MOST_CHROMA = { srgb: 0.323, 'display-p3': 0.369 } as const satisfies Record<
  Profile,
  number
>;

const toOklch = converter('oklch');

/** @param colour display-encoded in the profile, 0..255 */
export function oklchOf({ r, g, b }: Colour, profile: Profile): Oklch {
  const {
    l,
    c,
    h = 0,
  } = toOklch({ mode: PROFILE_MODES[profile], r: r / 255, g: g / 255, b: b / 255 });
  return { l, c, h };
}

/** The nearest colour of a profile with the same lightness and hue: chroma gives way. */
export function colourOf({ l, c, h }: Oklch, profile: Profile): Colour {
  const mode = PROFILE_MODES[profile];
  const inside = clampChroma({ mode: 'oklch', l, c, h }, 'oklch', mode);
  const { r, g, b } = converter(mode)(inside);
  const whole = (value: number) => Math.round(255 * Math.max(0, Math.min(1, value)));
  return { r: whole(r), g: whole(g), b: whole(b) };
}

export function hexOf({ r, g, b }: Colour): string {
  return `#${[r, g, b].map((v) => Math.round(v).toString(16).padStart(2, '0')).join('')}`;
}

/** A colour by its six hexadecimal digits (or three); null for anything else. */
export function colourOfHex(text: string): Colour | null {
  const digits = text.trim().replace(/^#/, '');
  const six = /^[\da-f]{3}$/i.test(digits) ? [...digits].map((d) => d + d).join('') : digits;
  if (!/^[\da-f]{6}$/i.test(six)) return null;
  const part = (at: number) => Number.parseInt(six.slice(at, at + 2), 16);
  return { r: part(0), g: part(2), b: part(4) };
}
