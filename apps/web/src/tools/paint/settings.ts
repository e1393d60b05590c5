import type { Brush } from '@diplex/core';
import type { FillColour } from '@diplex/document';
import type { PatchSide } from '../../bench/take-colour';
import { toolSettings } from '../tool-settings';

/** What a stroke does: lays the colour, takes off what was laid, or fills what is alike. */
export const PAINT_WAYS = ['paint', 'take off', 'fill'] as const;
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
}

export const usePainting = toolSettings<Painting>({
  brush: { radius: 30, softness: 0.3, strength: 1, flow: 1, pressure: 'size', value: 1 },
  ...{ way: 'paint', colour: { r: 217, g: 167, b: 74, alpha: 1 }, smoothing: 0 },
  ...{ takes: false, patch: 5, range: 0.1, spread: 'touching' },
});
