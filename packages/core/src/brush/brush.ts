import type { BrushWork } from './brush-work';

/** How a brush lays down coverage. Lengths in composition pixels. */
export interface Brush {
  readonly radius: number;
  /** 0 (hard) to 1 (falls off from the centre). */
  readonly softness: number;
  /** The most that one stroke changes, 0..1. */
  readonly strength: number;
  /** How much of that each touch lays down, 0..1. */
  readonly flow: number;
  /** What pen pressure changes. */
  readonly pressure: 'none' | 'size' | 'strength' | 'flow';
  /** What the stroke paints: 1 shows, 0 hides, what lies between does so in part. */
  readonly value: number;
  /** Paints only what is like the colour under its centre and hangs together with it. */
  readonly stick?: Stick | null;
  /** A picture instead of the round tip. */
  readonly tip?: Tip | null;
  /** Works on the edge that is there instead of showing or hiding. */
  readonly edge?: EdgeWork | null;
  /** Works something out instead; a brush does one of both. */
  readonly work?: BrushWork | null;
}

export const EDGE_WAYS = ['soften', 'firm', 'choke', 'spread'] as const;

/** What a brush does to the edge under it. */
export interface EdgeWork {
  readonly way: (typeof EDGE_WAYS)[number];
  /** Mask pixels: the deviation that softens, or how far the edge is moved; firm needs none. */
  readonly by: number;
}

export interface Stick {
  /** Colours as far off as this (OKLab distance) are not painted any more. */
  readonly range: number;
}

/** How a picture is used as a tip: its light places paint. */
export interface Tip {
  /** The hash of the source. */
  readonly source: string;
  /** Degrees, clockwise. */
  readonly angle: number;
  /** From one touch to the next, as a share of the radius. */
  readonly spacing: number;
  /** How far touches stray from the line, as a share of the radius. */
  readonly scatter: number;
  /** How much size and angle differ from touch to touch, 0..1. */
  readonly jitter: number;
  /** Whether the angle is that of the stroke. */
  readonly follows: boolean;
}

/** How far a touch may reach from the line, in composition pixels. */
export function reachOf({ radius, tip }: Brush): number {
  return tip ? radius * (Math.SQRT2 * (1 + tip.jitter / 2) + tip.scatter) : radius;
}

/** One place of the pointer, in composition pixels; pressure 0..1, 1 where there is none. */
export interface StrokePoint {
  readonly x: number;
  readonly y: number;
  readonly pressure: number;
}

/**
 * How far touches lie apart, as a share of the radius: near enough that a hard edge stays straight to
 * a hundredth of the radius; a soft edge hides wider steps.
 */
export function spacing(softness: number): number {
  return 0.12 + 0.13 * softness;
}
