import { toolSettings } from '../tool-settings';

/** The grid of a new bend. */
export interface Bending {
  readonly columns: number;
  readonly rows: number;
  /** The point that the keys and the numbers move. */
  readonly point: number;
}

export const useBending = toolSettings<Bending>({ columns: 2, rows: 2, point: 0 });
