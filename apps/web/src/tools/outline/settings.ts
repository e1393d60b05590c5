import { toolSettings } from '../tool-settings';

/** How outlines are drawn. */
export interface Outlining {
  /** How far an outline may go to lie on an edge, in composition pixels; 0 stays as drawn. */
  readonly snap: number;
}

export const useOutlining = toolSettings<Outlining>({ snap: 0 });
