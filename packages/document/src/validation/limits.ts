/** How much a composition may hold (RANGES says from where to where its amounts go). Stated in messages and in docs/formats.md. */
export const LIMITS = {
  canvasSide: 32_768,
  canvasPixels: 400_000_000,
  layers: 500,
  partsOfMask: 500,
  stepsOfLayer: 100,
  outlinePoints: 50_000,
  paintedTiles: 100_000,
  nameLength: 200,
  planes: 100,
  guides: 200,
  vanishingLines: 100,
  /** Colours between the ends of a gradient. */
  stops: 30,
  shapes: 500,
  coats: 2000,
  /** Characters of a text, and of the outline of one glyph. */
  textLength: 5000,
  glyphLength: 20_000,
  glyphs: 2000,
  /** Cells of a bend along one side. */
  bendSide: 12,
  /** Strokes or points that one picked part is worked out from. */
  marks: 5000,
} as const;
