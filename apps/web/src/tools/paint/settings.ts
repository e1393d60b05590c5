import type { Brush } from '@diplex/core';
import type { FillColour, GradientWay } from '@diplex/document';
import type { PatchSide } from '../../bench/take-colour';
import { toolSettings } from '../tool-settings';

/** What a stroke does: lays the colour, takes off what was laid, fills what is alike, or lays a gradient. */
export const PAINT_WAYS = ['paint', 'take off', 'fill', 'gradient'] as const;
export type PaintWay = (typeof PAINT_WAYS)[number];

export interface Painting {
  readonly brush: Brush;
  readonly way: PaintWay;
  readonly colour: FillColour;
  readonly smoothing: number;
  /** Whether the next press takes a colour of the picture instead. */
  readonly takes: boolean;
  readonly patch: PatchSide;
  /** How far colours may be off to be filled with the one that is pressed (OKLab distance). */
  readonly range: number;
  readonly spread: 'touching' | 'everywhere';
  /** How a gradient goes, and in what it ends: in nothing, or in the colour `end`. */
  readonly goes: GradientWay;
  readonly ends: 'nothing' | 'colour';
  readonly end: FillColour;
}

export const usePainting = toolSettings<Painting>({
  brush: { radius: 30, softness: 0.3, strength: 1, flow: 1, pressure: 'size', value: 1 },
  ...{ way: 'paint', colour: { r: 217, g: 167, b: 74, alpha: 1 }, smoothing: 0 },
  ...{ takes: false, patch: 5, range: 0.1, spread: 'touching' },
  ...{ goes: 'straight', ends: 'nothing', end: { r: 18, g: 60, b: 70, alpha: 1 } },
});
