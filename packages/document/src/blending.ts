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

/**
 * How layers blend: by the standard's modes, or by speckle, in which each pixel of the composition shows all of a layer or
 * nothing, by chance; the more covered, the likelier.
 */
export const LAYER_BLENDINGS = [...BLEND_MODES, 'speckle'] as const;

export type LayerBlending = (typeof LAYER_BLENDINGS)[number];
