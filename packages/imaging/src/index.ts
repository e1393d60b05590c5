export { contrastOf, type EncodedColour } from './colour/contrast';
export { greyOfLightness, lightness } from './colour/lightness';
export { LUMA } from './colour/luma';
export { cubeRoot, lightOfOklab, lightTable, oklabOf, oklabOfLight } from './colour/oklab';
export { contrastBefore, readableLike } from './colour/readable';
export { RowResizer } from './delivery/resize-rows';
export { RowSharpener } from './delivery/sharpen-rows';
export { type Aperture, apertureOutline } from './filter/aperture';
export { boxMean } from './filter/box-mean';
export { doubledPart, halvedPart } from './filter/doubled';
export { floatLevels } from './filter/float-levels';
export { blurLevel, blurSupport, gaussianBlur, type RowSource } from './filter/gaussian-blur';
export { type ColourPlanes, guidedFilter } from './filter/guided-filter';
export { copyPart, lensBlur, lensReach, WIDEST_RADIUS } from './filter/lens-blur';
export { BESIDE_LINE, lineMean } from './filter/line-mean';
export {
  type CoverageImage,
  cropCoverage,
  cropImage,
  type FloatImage,
  isAll,
  newCoverage,
  newFloatImage,
  pasteImage,
  unwrittenImage,
} from './image/images';
