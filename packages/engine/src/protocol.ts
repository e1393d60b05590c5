import type { Brush, SourceLevel, StrokePoint, View } from '@diplex/core';
import type { BlobHash, Composition, Matrix, Rect } from '@diplex/document';

/** What a worker is told to keep. Pixels in shared memory are not copied. */
export type Notice =
  | { readonly type: 'composition'; readonly key: number; readonly composition: Composition }
  | {
      readonly type: 'level';
      readonly source: BlobHash;
      readonly level: number;
      readonly pixels: SourceLevel;
    }
  | { readonly type: 'tile'; readonly hash: string; readonly pairs: Uint16Array }
  | { readonly type: 'drop-tiles'; readonly hashes: readonly string[] }
  | { readonly type: 'forget' };

/** What each kind of job is asked with, and what it answers. */
export interface Jobs {
  /** A view in a region, as straight 8-bit RGBA for the screen. */
  'render-view': {
    ask: { composition: number; view: View; region: Rect; scale: number };
    answer: Uint8ClampedArray<ArrayBuffer>;
  };
  /** The composition's colour at one of its pixels: straight, encoded, 0..1. */
  probe: {
    ask: { composition: number; x: number; y: number };
    answer: { r: number; g: number; b: number; alpha: number };
  };
  /** Rows of the composition into memory that the asker holds: straight, encoded RGBA. */
  'render-rows': {
    ask: {
      composition: number;
      region: Rect;
      scale: number;
      /** Shared memory for region.width x region.height pixels. */
      into: Uint8Array | Uint16Array;
    };
    answer: null;
  };
  /** The next level of a pyramid, in shared memory. */
  'halve-level': { ask: { from: SourceLevel }; answer: SourceLevel };
  /** The pairs in a painted tile's PNG, in shared memory. */
  'decode-tile': { ask: { png: Uint8Array }; answer: Uint16Array };
  'stroke-begin': {
    ask: {
      stroke: string;
      brush: Brush;
      toComposition: Matrix;
      extent: Rect;
      /** The tiles of the part as it is, by `column,row`. */
      tiles: Readonly<Record<string, BlobHash>>;
    };
    answer: null;
  };
  /** Tiles that are new to the stroke come with the answer; the others change in place. */
  'stroke-extend': {
    ask: { stroke: string; points: readonly StrokePoint[] };
    answer: { changed: Rect; tiles: Readonly<Record<string, Uint16Array>> };
  };
  /** The stroke's tiles as they ended, by `column,row`; the worker forgets the stroke. */
  'stroke-end': {
    ask: { stroke: string };
    answer: Readonly<Record<string, Uint16Array>>;
  };
  /** A painted tile as a blob. */
  'encode-tile': { ask: { pairs: Uint16Array }; answer: { hash: BlobHash; png: Uint8Array } };
  'stroke-drop': { ask: { stroke: string }; answer: null };
}

export type JobName = keyof Jobs;

export type Request =
  | Notice
  | { readonly type: 'job'; readonly id: number; readonly name: JobName; readonly ask: unknown };

export type Reply =
  | { readonly type: 'done'; readonly id: number; readonly answer: unknown }
  | { readonly type: 'failed'; readonly id: number; readonly message: string };
