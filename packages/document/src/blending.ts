/** The blend modes, by their names in W3C Compositing and Blending Level 1 and Level 2 (`plus-lighter`). */
export const BLEND_MODES = [
  'normal',
  'multiply',
  'screen',
  'overlay',
  'darken',
  'lighten',
  'color-dodge',
  'color-burn',
  'hard-light',
  'soft-light',
  'difference',
  'exclusion',
  'hue',
  'saturation',
  'color',
  'luminosity',
  'plus-lighter',
] as const;

export type BlendMode = (typeof BLEND_MODES)[number];
