/**
 * Blend functions that look at one channel at a time: W3C Compositing and Blending Level 1,
 * section 9.1. `b` is the backdrop, `s` the source, both encoded, 0..1; so is the result.
 */
export type ChannelBlend = (b: number, s: number) => number;

export const multiply: ChannelBlend = (b, s) => b * s;

export const screen: ChannelBlend = (b, s) => b + s - b * s;

export const hardLight: ChannelBlend = (b, s) =>
  s <= 0.5 ? multiply(b, 2 * s) : screen(b, 2 * s - 1);

export const overlay: ChannelBlend = (b, s) => hardLight(s, b);

export const darken: ChannelBlend = (b, s) => Math.min(b, s);

export const lighten: ChannelBlend = (b, s) => Math.max(b, s);

/**
 * Colours arrive divided by their alpha, which leaves a full channel a hair below 1 and an empty one
 * a hair above 0; the cases at the ends must not miss them.
 */
const HAIR = 1e-5;

export const colorDodge: ChannelBlend = (b, s) => {
  if (b <= HAIR) return 0;
  return s >= 1 - HAIR ? 1 : Math.min(1, b / (1 - s));
};

export const colorBurn: ChannelBlend = (b, s) => {
  if (b >= 1 - HAIR) return 1;
  return s <= HAIR ? 0 : 1 - Math.min(1, (1 - b) / s);
};

export const softLight: ChannelBlend = (b, s) => {
  if (s <= 0.5) return b - (1 - 2 * s) * b * (1 - b);
  const d = b <= 0.25 ? ((16 * b - 12) * b + 4) * b : Math.sqrt(b);
  return b + (2 * s - 1) * (d - b);
};

export const difference: ChannelBlend = (b, s) => Math.abs(b - s);

export const exclusion: ChannelBlend = (b, s) => b + s - 2 * b * s;
