/** What a brush paints at each pixel of a region instead of one value. */
export interface WorkedValues {
  /** 0..65535. */
  readonly values: Uint16Array;
  /** How much of the stroke comes through, 0..1; null for all of it. */
  readonly limit: Float32Array | null;
}

export const WHOLE_VALUE = 65_535;
