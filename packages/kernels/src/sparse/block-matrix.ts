/** The factors of a row: those of the 5 x 5 pixels around a pixel, row by row; its own is in the middle. */
export const AROUND = 25;
export const OWN = 12;

/**
 * A symmetric matrix over some pixels of a picture, in blocks of four that lie side by side. A block's
 * vectors lie in a grid with room of two rows above and below and of two pixels on each side.
 */
export interface BlockMatrix {
  readonly blocks: number;
  /** Where in the grid each block begins; multiples of four. */
  readonly places: Int32Array;
  /** Four floats for each of the AROUND neighbours of each block; 0 for pixels that are not asked for. */
  readonly factors: Float32Array;
  /** Length of a row of the grid. */
  readonly stride: number;
  /** Length of the grid. */
  readonly cells: number;
}
