import type {
  Agreement,
  AgreementPlace,
  BinCounts,
  BorrowPlace,
  Bracket,
  BracketCandidate,
  Brush,
  Colour,
  ComponentRanks,
  CountName,
  EdgeCheck,
  FrameMove,
  FusionAmounts,
  HorizonProposal,
  Likely,
  PickFinish,
  PickRecipe,
  PushWay,
  ReachFrom,
  ReadOf,
  SmallCoverage,
  SmoothPatch,
  SmoothPlace,
  SourceLevel,
  SourceReading,
  SourceTile,
  Strand,
  StrokePoint,
  TiledLevel,
  TouchWay,
  View,
} from '@diplex/core';
import type {
  BlobHash,
  Composition,
  MarkedStroke,
  Matrix,
  Patch,
  PickedFrom,
  Point,
  Quad,
  Rect,
  Size,
  Tiled,
} from '@diplex/document';
import type { Block, KernelShare } from '@diplex/kernels';
import type { PackedTable, TextureBand } from '@diplex/steps';

type Samples = Uint8Array | Uint16Array;

/** What a level is apart from its tiles. */
export type LevelFacts = Omit<TiledLevel, 'tile'>;

/** What a worker is told first where there are kernels. */
export interface Start {
  readonly type: 'start';
  readonly kernels: KernelShare;
  /** Memory of this worker alone. */
  readonly scratch: Block;
  /** Memory in which it keeps what it drew of a composition; null when it draws none. */
  readonly store: Block | null;
  /** One cell for each worker: the number of the job that it shall stop. */
  readonly stops: Int32Array;
  /** Which of them is this worker's. */
  readonly seat: number;
}

/** What a worker is told to keep. Pixels in shared memory are not copied. */
export type Notice =
  | { readonly type: 'composition'; readonly key: number; readonly composition: Composition }
  /** A composition by what parts it from one that the worker knows. */
  | {
      readonly type: 'composition-change';
      readonly key: number;
      readonly from: number;
      readonly patches: readonly Patch[];
    }
  | {
      readonly type: 'source-tile';
      readonly tile: SourceTile;
      readonly facts: LevelFacts;
      readonly samples: Samples;
    }
  | { readonly type: 'drop-source-tiles'; readonly tiles: readonly SourceTile[] }
  | { readonly type: 'tile'; readonly hash: string; readonly pairs: Uint16Array }
  | { readonly type: 'drop-tiles'; readonly hashes: readonly string[] }
  | { readonly type: 'forget' };

/** Memory for a painted tile in the making: its pairs, and what the stroke lays down. */
export interface StrokeMemory {
  readonly pairs: Uint16Array;
  readonly stroke: Uint16Array;
}

/** Whose mask is picked for. */
export interface PickPlace {
  readonly composition: number;
  /** A layer, or AREA_ID. */
  readonly layer: string;
  /** Whose colours are the layer's own; the layer's, when left out. */
  readonly owner?: string;
}

/** What coverage is laid down from: the area, all that shows of a layer, or one part of a mask. */
export type LaidFrom =
  | { readonly of: 'area' }
  | { readonly of: 'layer'; readonly layer: string }
  | { readonly of: 'part'; readonly layer: string; readonly part: string };

/** The pixels of a mask: how many, and how they lie on the composition. */
export interface MaskGrid {
  readonly toComposition: Matrix;
  readonly size: Size;
}

/** What each kind of job is asked with, and what it answers. */
/** What a frame is given to lie on another. */
export type AlignedBy = 'shift, turn and scale' | 'perspective';

export interface Jobs {
  /** A view in a region, as straight 8-bit RGBA for the screen. */
  'render-view': {
    ask: {
      composition: number;
      view: View;
      region: Rect;
      scale: number;
      /** The tile around the region, whose parts are kept for the next time: see `RenderPlan`. */
      tile?: Rect;
      /** The layer that is worked on: what lies behind it is kept, too. */
      worksOn?: string;
    };
    answer: {
      pixels: Uint8ClampedArray<ArrayBuffer>;
      /** Whether pixels were missing, so that something coarser or nothing stands in for them. */
      standsIn: boolean;
    };
  };
  /** The composition's colour at one of its pixels, or the mean of a patch about it: straight, encoded, 0..1. */
  probe: {
    ask: {
      composition: number;
      x: number;
      y: number;
      /** Of the patch, in pixels; one when left out. */
      side?: number;
    };
    answer: { r: number; g: number; b: number; alpha: number };
  };
  /** How much of what comes into a step has each value: see `histogramInto`. */
  'step-histogram': {
    ask: { composition: number; layer: string; step: string };
    answer: Float32Array;
  };
  /** How many pixels of what shows fall into each bin: see `readingOf`. */
  reading: { ask: { composition: number; of: ReadOf; by: CountName }; answer: BinCounts };
  /** The colour that comes into a step around a place: see `colourInto`. */
  'step-colour': {
    ask: { composition: number; layer: string; step: string; at: Point };
    answer: readonly [number, number, number] | null;
  };
  /** The layers that show something at a place, the nearest first. */
  'layers-at': { ask: { composition: number; at: Point }; answer: readonly string[] };
  /** The mean colour of what a layer shows, encoded, 0..255; null when it shows nothing. */
  'mean-colour': { ask: { composition: number; layer: string }; answer: Colour | null };
  /** The main colours of what a composition shows without a layer: see `paletteOf`. */
  palette: { ask: { composition: number; without: string }; answer: readonly Colour[] };
  /** Rows of the composition into memory that the asker holds: straight, encoded RGBA. */
  'render-rows': {
    ask: {
      composition: number;
      region: Rect;
      scale: number;
      /** In which pieces it is drawn: see `pieceSize`. */
      piece: Size;
      /** For region.width x region.height pixels. */
      into: Samples;
      /** Whether the job fails when pixels are missing, or does without them. */
      missing: 'refused' | 'left out';
    };
    /** The memory, and whether every pixel of it is opaque. */
    answer: { rows: Samples; opaque: boolean };
  };
  /** The next level of a pyramid, in shared memory. */
  'halve-level': { ask: { from: SourceLevel }; answer: SourceLevel };
  /** The pairs in a painted tile's PNG, in the memory that comes with it. */
  'decode-tile': { ask: { png: Uint8Array; into: Uint16Array }; answer: Uint16Array };
  'stroke-begin': {
    ask: {
      stroke: string;
      brush: Brush;
      toComposition: Matrix;
      extent: Rect;
      /** The tiles of the part as it is, by `column,row`. */
      tiles: Readonly<Record<string, BlobHash>>;
      /** Whose colours a brush sticks to, and whose edge it works on; others need none. */
      place?: PickPlace & { from: PickedFrom; part: string };
      /** The composition whose area limits the stroke. */
      limitedBy?: number;
      /** What it does to pixels, for a stroke that pushes them along instead of laying something down. */
      push?: PushWay;
    };
    answer: null;
  };
  /** `memory` is for the tiles that these points may reach first. Answers which tiles are new, and how far anything is pushed. */
  'stroke-extend': {
    ask: {
      stroke: string;
      points: readonly StrokePoint[];
      memory: Readonly<Record<string, StrokeMemory>>;
    };
    answer: { changed: Rect; tiles: readonly string[]; reach: number };
  };
  /**
   * The stroke's tiles as they ended, by `column,row`, whether the area let nothing of it through, and how far
   * anything in them is pushed; the worker forgets the stroke.
   */
  'stroke-end': {
    ask: { stroke: string };
    answer: { tiles: Readonly<Record<string, Uint16Array>>; heldOff: boolean; reach: number };
  };
  /** A painted tile as a blob. */
  'encode-tile': { ask: { pairs: Uint16Array }; answer: { hash: BlobHash; png: Uint8Array } };
  'stroke-drop': { ask: { stroke: string }; answer: null };
  /**
   * Works out a recipe over the whole mask of a layer; answers its tiles by `column,row`: their pairs, or the
   * name of the one among `tiles` (those that there were before) that says the same. An edge is that of the parts
   * before `part`, or of all parts where that is null.
   */
  pick: {
    ask: PickPlace & PickFinish & { recipe: PickRecipe; part?: string | null } & Tiled;
    answer: Readonly<Record<string, Uint16Array | BlobHash>>;
  };
  /** Cuts what is likely somewhere at the picture's edges; answers its tiles by `column,row`. */
  'cut-likely': {
    ask: PickPlace & { likely: Likely };
    answer: Readonly<Record<string, Uint16Array>>;
  };
  /** How far each pixel of a level is from being reached; the place is in pixels of that level. */
  'reach-map': {
    ask: PickPlace & { from: PickedFrom; reach: ReachFrom; level: number };
    answer: { map: Uint16Array; width: number; height: number };
  };
  /** A closed line in pixels of a level, moved to the strongest edge near it. */
  'snap-line': {
    ask: PickPlace & { from: PickedFrom; level: number; points: readonly Point[]; reach: number };
    answer: readonly Point[];
  };
  /** An open line in pixels of the mask, moved onto the hair or wire near it. */
  'follow-strand': {
    ask: PickPlace & { from: PickedFrom; points: readonly Point[]; reach: number };
    answer: Strand;
  };
  /** One level of what lies under a layer's mask. */
  'ground-level': {
    ask: PickPlace & { from: PickedFrom; level: number };
    answer: SourceLevel;
  };
  /** The part of what lies under a layer's mask that is in a rectangle of mask pixels. */
  'ground-part': {
    ask: PickPlace & { from: PickedFrom; part: Rect };
    answer: SourceLevel & Pick<Rect, 'x' | 'y'>;
  };
  /** How well components part what was sampled; null when only one side was. */
  'rank-components': {
    ask: PickPlace & { from: PickedFrom; level: number; samples: readonly MarkedStroke[] };
    answer: ComponentRanks | null;
  };
  /** Which photographs are brackets; each is looked at as it is at a level. */
  'find-brackets': {
    ask: { sources: readonly (Omit<BracketCandidate, 'picture'> & { readonly level: number })[] };
    answer: readonly Bracket[];
  };
  /** How frames have to be moved to lie on the first, in pixels of full size, seen at a level. */
  'align-frames': {
    ask: {
      sources: readonly string[];
      level: number;
      free: AlignedBy;
    };
    answer: readonly FrameMove[];
  };
  /**
   * The masks of all frames but the first that fuse them, on the pixels of the first at a level; `onto` is
   * where a frame's corners lie on the first, in its pixels.
   */
  'fuse-frames': {
    ask: {
      frames: readonly { readonly source: string; readonly onto: Quad }[];
      level: number;
      amounts: FusionAmounts;
    };
    answer: readonly Readonly<Record<string, Uint16Array>>[];
  };
  /** Where frames do not show the same: closed lines in pixels of the first, at full size, each place with its share. */
  'find-ghosts': {
    ask: {
      frames: readonly { readonly source: string; readonly onto: Quad }[];
      level: number;
    };
    answer: readonly { readonly lines: readonly (readonly Point[])[]; readonly share: number }[];
  };
  /** The halo of a layer's cut-out, as it shows in a view. */
  'check-edge': { ask: { composition: number; layer: string; view: View }; answer: EdgeCheck };
  /** Coverage laid on the pixels of a mask; answers its tiles by `column,row`. */
  'lay-coverage': {
    ask: { composition: number; from: LaidFrom; onto: MaskGrid };
    answer: Readonly<Record<string, Uint16Array>>;
  };
  /**
   * Where the area's coverage passes one half in a region of output pixels: closed lines, each as
   * x and y by turns, in composition pixels.
   */
  'area-outline': {
    ask: { composition: number; region: Rect; scale: number };
    answer: readonly Float32Array[];
  };
  /** How far a layer has to be moved until it touches another, or the edge of the canvas: see `wayToTouch`. */
  'way-to-touch': {
    ask: { composition: number; layer: string; other: string | null; way: TouchWay };
    answer: number | null;
  };
  /** What covers a coat's place with its surroundings: see `smoothOver`. */
  'smooth-over': {
    ask: Omit<SmoothPlace, 'composition'> & { composition: number };
    answer: readonly SmoothPatch[];
  };
  /** The horizon that the straight lines of the picture speak for: see `sceneHorizon`. */
  'propose-horizon': { ask: { composition: number }; answer: HorizonProposal | null };
  /** What is measured of a thing and of its scene: see `surveyAgreement`. */
  'survey-agreement': {
    ask: Omit<AgreementPlace, 'composition'> & { composition: number };
    answer: Agreement;
  };
  /** What a photograph shows by itself: see `readSource`. */
  'read-source': { ask: { composition: number }; answer: SourceReading };
  /** A table that gives a layer the colours of another composition: see `borrowColours`. */
  'borrow-colours': {
    ask: Omit<BorrowPlace, 'composition' | 'model'> & { composition: number; model: number };
    answer: PackedTable;
  };
  /** How strong detail is in a layer and in another composition: see `borrowTexture`. */
  'borrow-texture': {
    ask: Omit<BorrowPlace, 'composition' | 'model'> & { composition: number; model: number };
    answer: readonly TextureBand[];
  };
  /** Nothing: it is answered when everything told and asked before is done. */
  pass: { ask: null; answer: null };
}

export type JobName = keyof Jobs;

export type Request =
  | Start
  | Notice
  | { readonly type: 'job'; readonly id: number; readonly name: JobName; readonly ask: unknown };

export type Reply =
  | { readonly type: 'done'; readonly id: number; readonly answer: unknown }
  /** How far a job has come, 0..1. */
  | { readonly type: 'progress'; readonly id: number; readonly done: number }
  /** What an answer will look like about. */
  | { readonly type: 'draft'; readonly id: number; readonly coverage: SmallCoverage }
  | { readonly type: 'failed'; readonly id: number; readonly message: string };

/** Where jobs are done: with what is seen, or apart from it, since they may take long. */
export type Lane = 'view' | 'long';

/** Jobs that look at whole pictures and work out something that is kept: they never hold up the view. */
const LONG: ReadonlySet<JobName> = new Set<JobName>([
  'pick',
  'cut-likely',
  'reach-map',
  'follow-strand',
  'snap-line',
  'ground-level',
  'ground-part',
  'rank-components',
  'check-edge',
  'lay-coverage',
  'find-brackets',
  'align-frames',
  'fuse-frames',
  'find-ghosts',
  'smooth-over',
  'propose-horizon',
  'survey-agreement',
  'read-source',
  'borrow-colours',
  'borrow-texture',
]);

export function laneOf(name: JobName): Lane {
  return LONG.has(name) ? 'long' : 'view';
}
