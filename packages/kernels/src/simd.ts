// What the WebAssembly module of the kernels offers. Pointers are bytes in the shared memory.
export { boxFilter } from './box-filter/simd';
export {
  compositeBlended,
  compositeNormal,
  compositePlusLighter,
  compositeSamples,
} from './composite/simd';
export {
  decodeEncodedRow,
  decodeOpaqueRow,
  decodeRow,
  encodeOpaque,
  encodePixels,
} from './convert/simd';
export { mergeStroke, stampDab } from './dab/simd';
export { squaredDistances } from './distance/simd';
export { addSpan, meanOfMaps, runningSums, samplePlaces } from './gather/simd';
export { combineMasks, turnRound } from './masks/simd';
export { startThread } from './memory/simd';
export { heldLight, lightNearby } from './nearby/simd';
export { layStroke } from './paint/simd';
export { addPairs, meanRow } from './painted/simd';
export {
  decodeRowInPlace,
  encodeRow,
  labRow,
  lightRow,
  matrixRow,
  mixRow,
  premultiplyRow,
  saturateRow,
  straightenRow,
  tablesRow,
} from './point/simd';
export { clampToAlpha, resampleRow, sampleTurned, weighRows } from './resample/simd';
export { shearRow, transposePixels } from './shear/simd';
export { gatherSides } from './sides/simd';
export { addHalved, doubleAcross, halveAcross, symmetricAcross } from './smooth/simd';
export { addWindow, blockProduct, gradientStep, gradientTurn } from './sparse/simd';
export { unmixPixel } from './unmix/simd';
