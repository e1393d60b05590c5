import { MIDDLE, type Point } from '@diplex/document';
import { create } from 'zustand';
import { toolSettings } from '../tool-settings';
import type { SnapLine } from './snapping';

/** What the corners of a layer do when they are dragged. */
export const CORNER_WAYS = ['scale', 'draw out'] as const;

export interface Placing {
  readonly corners: (typeof CORNER_WAYS)[number];
  /** The point of a layer that numbers count from and that stays: shares of its width and height. */
  readonly reference: Point;
  /** What the numbers of a size are counted in. */
  readonly sizeIn: 'percent' | 'pixels';
  /** Whether a press takes the nearest layer under it in hand. */
  readonly picks: boolean;
}

export const usePlacing = toolSettings<Placing>({
  ...{ corners: 'scale', reference: MIDDLE, sizeIn: 'percent', picks: false },
});

/** The lines that what is being moved lies at. */
export const useSnapLines = create<{ readonly lines: readonly SnapLine[] }>(() => ({ lines: [] }));

/** The layers that lie where the picture was pressed last, the nearest first. */
export const useUnder = create<{ readonly layers: readonly string[] }>(() => ({ layers: [] }));
