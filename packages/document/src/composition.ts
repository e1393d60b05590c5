import type { BlendMode } from './blending';
import type { Matrix, Point } from './geometry/matrix';
import type { Placement, Size } from './geometry/placement';

export const SCHEMA_VERSION = 1;

/** Side of a painted tile, in pixels of the mask. */
export const PAINTED_TILE_SIZE = 256;

export const COMBINE_RULES = ['replace', 'add', 'subtract', 'intersect'] as const;
export type CombineRule = (typeof COMBINE_RULES)[number];

/** Where coverage (mask edges, opacity) is mixed: in linear light, or on display-encoded values as browsers do. */
export const MIX_SPACES = ['light', 'encoded'] as const;
export type MixSpace = (typeof MIX_SPACES)[number];

/** The SHA-256 of a blob's bytes, as 64 lower-case hexadecimal digits. */
export type BlobHash = string;

export interface Canvas extends Size {
  readonly profile: 'srgb';
  /** Lightness of the surround, 0 (black) to 100 (white): L* of CIELAB. */
  readonly surround: number;
}

/** How a layer uses a mask. */
export interface MaskUse {
  readonly mask: string;
  /** A linked mask moves with its layer. */
  readonly linked: boolean;
  /** Shows what the mask hides and hides what it shows. */
  readonly turnedRound: boolean;
  /** From mask pixels to layer pixels when linked, to composition pixels when not. */
  readonly lies: Matrix;
}

export interface PhotoLayer {
  readonly id: string;
  readonly kind: 'photo';
  readonly name: string;
  readonly shown: boolean;
  readonly locked: boolean;
  /** 0 (nothing) to 1 (all). */
  readonly opacity: number;
  readonly blending: BlendMode;
  readonly placement: Placement;
  /** The source's hash; its pixels never change. */
  readonly source: BlobHash;
  /** The source's extent, in its own pixels. */
  readonly size: Size;
  readonly maskUse: MaskUse | null;
}

export type Layer = PhotoLayer;

interface PartBase {
  readonly id: string;
  readonly name: string;
  readonly shown: boolean;
  readonly combine: CombineRule;
  /** Standard deviation of the Gaussian, in composition pixels. */
  readonly feather: number;
  readonly inverted: boolean;
}

/** A closed path of straight runs; freehand lines are simplified to one. In mask pixels. */
export interface OutlinePart extends PartBase {
  readonly kind: 'outline';
  readonly points: readonly Point[];
}

/** An upright box in mask pixels. */
export interface BoxPart extends PartBase {
  readonly kind: 'box';
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** The ellipse that touches all four sides of its box, in mask pixels. */
export interface OvalPart extends PartBase {
  readonly kind: 'oval';
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** Brush strokes. What no stroke touched leaves the parts behind it as they are. */
export interface PaintedPart extends PartBase {
  readonly kind: 'painted';
  readonly strokes: number;
  /** `column,row` of a tile in the mask's grid, to the blob that holds it (see docs/formats.md). */
  readonly tiles: Readonly<Record<string, BlobHash>>;
}

export type MaskPart = OutlinePart | BoxPart | OvalPart | PaintedPart;
export type ShapePart = OutlinePart | BoxPart | OvalPart;

/** What shows of a layer: parts, combined in order. */
export interface Mask {
  readonly id: string;
  readonly name: string;
  /** What there is before the first part: nothing shown, or everything. */
  readonly startsFrom: 'empty' | 'full';
  readonly parts: readonly MaskPart[];
  /** Over the whole mask, after the parts: standard deviation in composition pixels. */
  readonly feather: number;
}

export interface Composition {
  readonly schema: typeof SCHEMA_VERSION;
  readonly title: string;
  readonly canvas: Canvas;
  readonly mixIn: MixSpace;
  /** Far to near. */
  readonly layers: readonly Layer[];
  readonly masks: readonly Mask[];
}

/** An empty composition. `canvas` in whole pixels. */
export function newComposition(title: string, canvas: Size): Composition {
  return {
    schema: SCHEMA_VERSION,
    title,
    canvas: { width: canvas.width, height: canvas.height, profile: 'srgb', surround: 38 },
    mixIn: 'light',
    layers: [],
    masks: [],
  };
}

export function layerById(composition: Composition, id: string): Layer | undefined {
  return composition.layers.find((layer) => layer.id === id);
}

export function maskById(composition: Composition, id: string): Mask | undefined {
  return composition.masks.find((mask) => mask.id === id);
}

/** The mask that a layer uses, if it has one. */
export function maskOf(composition: Composition, layer: Layer): Mask | undefined {
  return layer.maskUse ? maskById(composition, layer.maskUse.mask) : undefined;
}

/** The hashes of all sources that layers show, each once, far to near. */
export function sourcesOf(composition: Composition): BlobHash[] {
  return [...new Set(composition.layers.map((layer) => layer.source))];
}
