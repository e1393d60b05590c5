import type { Brush } from '@diplex/core';
import type { Point, TakenFrom } from '@diplex/document';
import { toolSettings } from '../tool-settings';

/** Whether a stroke lays what lies at a place that was pointed out, or what its surroundings are like. */
export const CLONE_WAYS = ['clone', 'smooth over'] as const;
export type CloneWay = (typeof CLONE_WAYS)[number];

/** What strokes keep from one to the next: how far off they take, or the place where they begin to take. */
export const CLONE_KEEPS = ['offset', 'place'] as const;

export interface Cloning {
  readonly brush: Brush;
  readonly way: CloneWay;
  readonly smoothing: number;
  readonly from: TakenFrom;
  /** Where pixels are taken, in composition pixels; null before a place was pointed out. */
  readonly source: Point | null;
  /** Where the stroke began that took from there first; null before there was one. */
  readonly start: Point | null;
  readonly keeps: (typeof CLONE_KEEPS)[number];
  /** Whether the next press points out where is taken. */
  readonly points: boolean;
  /** Degrees by which what is laid is turned, clockwise. */
  readonly turn: number;
  /** How much larger it is laid. */
  readonly scale: number;
  readonly mirrored: boolean;
  /** How far it takes on the tone of its surroundings, 0..1. */
  readonly meets: number;
  /** Where the pointer is, in composition pixels; null when it is not over the picture. */
  readonly pointer: Point | null;
}

export const useCloning = toolSettings<Cloning>({
  brush: { radius: 40, softness: 0.5, strength: 1, flow: 1, pressure: 'none', value: 1 },
  ...{ way: 'clone', smoothing: 0, from: 'here', source: null, start: null, keeps: 'offset' },
  ...{ points: false, turn: 0, scale: 1, mirrored: false, meets: 0, pointer: null },
});
