/** From where to where an amount of the document goes. */
export interface Range {
  readonly least: number;
  readonly most: number;
  /** What of it a slider goes over, where all of it would be too coarse; any of it can be typed. */
  readonly track?: readonly [from: number, to: number];
}

/** The ranges of amounts: validation, operations and the interface go by these. */
export const RANGES = {
  /** Opacities, densities, amounts of parts, edges and tints. */
  share: { least: 0, most: 1 },
  /** Standard deviation of a feather, in composition pixels. */
  feather: { least: 0, most: 1000, track: [0, 200] },
  /** Composition pixels that an edge is moved by. */
  choke: { least: -100, most: 100, track: [-30, 30] },
  /** Composition pixels over which a jagged edge is evened out. */
  evened: { least: 0, most: 100, track: [0, 30] },
  /** Composition pixels around which colours are gathered for a clean fringe. */
  fringeWidth: { least: 0, most: 100, track: [1, 100] },
  /** Composition pixels over which what lies behind enters an edge. */
  tintWidth: { least: 0, most: 200, track: [1, 200] },
  /** Composition pixels over which light comes over an edge. */
  wrapWidth: { least: 0, most: 500, track: [1, 200] },
  /** Mask pixels of a band whose alpha is solved. */
  edgeBand: { least: 0, most: 2000, track: [0, 400] },
  strands: { least: 0, most: 1000, track: [0, 300] },
  /** Mask pixels from which on a patch is too wide to be hair; 0 for no such width. */
  patches: { least: 0, most: 120, track: [0, 60] },
  /** What a mix of components may come to. */
  componentValue: { least: -100, most: 100, track: [-1, 2] },
  gamma: { least: 0.05, most: 20, track: [0.1, 10] },
  /** The share of a ramp's way that is full. */
  rampInner: { least: 0, most: 0.99 },
  rampRatio: { least: 0.01, most: 100 },
  /** Degrees by which upright lines lean. */
  skew: { least: -89, most: 89 },
  tilt: { least: -45, most: 45 },
  strokeWidth: { least: 0.1, most: 1000 },
  /** Of a dash of a stroke, and of the gap between two. */
  dash: { least: 0.5, most: 5000, track: [0.5, 200] },
  pushReach: { least: 0, most: 1000 },
  gridStep: { least: 2, most: 10_000, track: [8, 400] },
  /** Composition pixels to which a point grows that is out of focus. */
  focusRadius: { least: 0, most: 400, track: [0, 80] },
  /** Seeds of what is generated. */
  seed: { least: 0, most: 99_999, track: [0, 999] },
  sides: { least: 3, most: 60 },
  letterSize: { least: 1, most: 5000, track: [8, 600] },
  letterWeight: { least: 1, most: 1000 },
  letterSpacing: { least: -500, most: 3000, track: [-100, 500] },
  lineHeight: { least: 0.1, most: 10, track: [0.6, 3] },
  /** Pixels of what a layer lies in, for each of its own. */
  scale: { least: 0.0001, most: 10_000, track: [0.001, 10] },
  /** Degrees clockwise from up in the picture, and towards the viewer. */
  azimuth: { least: 0, most: 360 },
  elevation: { least: -60, most: 90 },
  standHeight: { least: 1, most: 100_000 },
  wallAway: { least: 0, most: 5, track: [0, 1.5] },
  /** Pixels to an inch. */
  perInch: { least: 1, most: 10_000, track: [36, 1200] },
  /** L* of the surround. */
  surround: { least: 0, most: 100 },
} as const satisfies Readonly<Record<string, Range>>;
