import { toolSettings } from '../tool-settings';

/** What the corners of a layer do when they are dragged. */
export const CORNER_WAYS = ['scale', 'draw out'] as const;

export interface Placing {
  readonly corners: (typeof CORNER_WAYS)[number];
}

export const usePlacing = toolSettings<Placing>({ corners: 'scale' });
