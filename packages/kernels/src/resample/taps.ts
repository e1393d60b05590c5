/** Which samples make each output sample along one axis, and how much each counts. */
export interface Taps {
  /** Samples that make one output sample: neighbours, from `first` on. */
  readonly count: number;
  /** The first one's index for each output sample. */
  readonly first: Int32Array;
  /** `count` weights for each output sample; they add up to 1. */
  readonly weight: Float32Array;
}
