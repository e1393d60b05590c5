import type { Colour } from '../render/view';

export const GREY_WAYS = ['dodge', 'burn'] as const;
export const GREY_TONES = ['darks', 'mids', 'lights'] as const;

/** Makes the grey values of a mask lighter or darker; what is empty or whole stays so. */
export interface GreyWork {
  readonly does: 'greys';
  readonly way: (typeof GREY_WAYS)[number];
  /** Which of them. */
  readonly tones: (typeof GREY_TONES)[number];
  /** 0..1. */
  readonly by: number;
}

/** Works out how far a thing lets its backdrop through. Colours are display-encoded, 0..255. */
export interface SheerWork {
  readonly does: 'sheer';
  /** What the thing looks like where it is densest; found around what is kept when there are none. */
  readonly dense: readonly Colour[];
  /** What lies behind it; found around what is not kept when there are none. */
  readonly behind: readonly Colour[];
  /** What is left alone. */
  readonly spared: readonly Colour[];
  /** How much like those it must be, as a distance in OKLab. */
  readonly range: number;
}

/** Moves what is like some colours toward keep, and what is like others toward drop. */
export interface TapsWork {
  readonly does: 'taps';
  readonly keep: readonly Colour[];
  readonly drop: readonly Colour[];
  /** Colours as far off as this (OKLab distance) are not moved any more. */
  readonly range: number;
  /** Over so many mask pixels they go together, up to the picture's edges; 0 has each go for itself. */
  readonly together: number;
}

/** What a brush can work out instead of painting a value. */
export type BrushWork = GreyWork | SheerWork | TapsWork;

/** Something is needed before a brush can work: in words for whoever holds it. */
export class WorkRefused extends Error {
  override readonly name = 'WorkRefused';
}
