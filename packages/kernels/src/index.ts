export { boxFilter, FILTER_STEPS } from './box-filter/box-filter';
export { BLEND_NAMES, type BlendName, compositeRows } from './composite/composite-rows';
export { compositeSamples, type SampleRun } from './composite/composite-samples';
export { decodeRow } from './convert/decode-row';
export { encodePixels } from './convert/encode-pixels';
export type { Dab } from './dab/dab';
export { mergeStroke } from './dab/merge-stroke';
export { stampDab } from './dab/stamp-dab';
export { FAR, squaredDistances } from './distance/squared-distances';
export type { FloatLevels } from './gather/levels-told';
export { MAP_NUMBERS, meanOfMaps } from './gather/mean-of-maps';
export { addSpan, runningSums, SPAN_UNIT, type Span, WIDEST_SPAN } from './gather/running-sums';
export { samplePlaces } from './gather/sample-places';
export { type CombineName, combineMasks, turnRound } from './masks/combine-masks';
export { type Block, BlockAllocator, OutOfKernelMemory } from './memory/block-allocator';
export { floatsInBlock, type HeldFloats } from './memory/floats-in-block';
export { KernelMemory, type KernelShare } from './memory/kernel-memory';
export {
  adopt,
  inScratch,
  keptFromScratch,
  kernelsRun,
  type Samples,
  sampleTable,
  scratchDoubles,
  scratchFloats,
  scratchIntegers,
  scratchSamples,
  scratchZeroes,
  startKernels,
  stopKernels,
} from './memory/thread';
export { heldLight, lightNearby } from './nearby/light-nearby';
export {
  BRISTLE_PLACES,
  layStroke,
  MOST_RUNS,
  RUN_NUMBERS,
  STROKE,
  STROKE_NUMBERS,
} from './paint/lay-stroke';
export { addPairs, meanRow } from './painted/mean-pairs';
export {
  decodeInPlace,
  encodeRow,
  labRow,
  lightRow,
  matrixRow,
  mixRow,
  premultiplyRow,
  saturateRow,
  straightenRow,
  tablesRow,
} from './point/rows';
export { inReach, makeTables, TABLE_LENGTH, TABLE_STEPS } from './point/tables';
export { clampToAlpha, resampleRow, scaleRow, weighRows } from './resample/resample-row';
export { type FloatPixels, type PhaseTable, sampleTurned } from './resample/sample-turned';
export type { Taps } from './resample/taps';
export { type Slant, shearRow, slantOf } from './shear/shear-row';
export { transposePixels } from './shear/transpose-pixels';
export { gatherSides, SIDE_SUMS, type SquareTaps } from './sides/gather-sides';
export { addHalved, doubleAcross, halveAcross, symmetricAcross } from './smooth/smooth-rows';
export { addWindow, type MattingWindow } from './sparse/add-window';
export { AROUND, type BlockMatrix, OWN } from './sparse/block-matrix';
export { blockProduct } from './sparse/block-product';
export { type GradientVectors, gradientStep } from './sparse/gradient-step';
export { gradientTurn } from './sparse/gradient-turn';
export {
  decode,
  decodeBeyond,
  decodeExactly,
  encode,
  encodeBeyond,
  encodeExactly,
  type MixSpaceName,
} from './transfer/transfer';
export { InvertedSpread, noiseAt, type Spread } from './unmix/inverted-spread';
export {
  CLUSTER_NUMBERS,
  MOST_CLUSTERS,
  UNMIX,
  UNMIX_NUMBERS,
} from './unmix/unmix-numbers';
export { unmixPixel } from './unmix/unmix-pixel';
