/** What a delivered file can hold. */
export const CONTENT_NAMES = [
  'picture',
  'cut-out',
  'mask',
  'layers',
  'openraster',
  'archive',
  'comparison',
  'animation',
  'sheet',
] as const;

export type ContentName = (typeof CONTENT_NAMES)[number];
