/** What a composition may hold. Stated in messages and in docs/formats.md. */
export const LIMITS = {
  canvasSide: 32_768,
  canvasPixels: 400_000_000,
  layers: 500,
  partsOfMask: 500,
  outlinePoints: 50_000,
  paintedTiles: 100_000,
  nameLength: 200,
  /** Standard deviation of a feather, in composition pixels. */
  feather: 1000,
} as const;
