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
  /** Pixels that an edge may be moved by, and be evened out over. */
  choke: 100,
  evened: 100,
  /** Pixels around which colours are gathered for a clean fringe. */
  fringe: 100,
  /** Pixels over which what lies behind enters an edge. */
  tint: 200,
  /** What a mix of components may come to, on either side of 0. */
  componentValue: 100,
  /** Strokes or points that one picked part is worked out from. */
  marks: 5000,
  /** Pixels of the mask. */
  edgeBand: 2_000,
} as const;
