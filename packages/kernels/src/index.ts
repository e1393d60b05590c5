export { type BoxPass, boxPassAcross, boxPassDown } from './box-pass';
export { COMBINE_MASKS, type CombineMasks } from './combine-masks';
export { COMPOSITE_ROWS, type CompositeRows } from './composite-rows';
export { encodePixels } from './convert-pixels';
export { addWeightedRow, resampleRow, type Taps } from './resample-row';
export { type Dab, stampDab } from './stamp-dab';
export {
  decode,
  decodeExactly,
  encode,
  encodeExactly,
  type MixSpaceName,
  sampleTable,
} from './transfer';
