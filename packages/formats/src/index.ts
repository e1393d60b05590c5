export { avifOfTiles, type TileGrid, tileGrid } from './avif/avif-grid';
export * from './credits';
export { iimRecord } from './iptc/iim-record';
export {
  blendingOf,
  hasOperation,
  type StackGroup,
  type StackImage,
  type StackItem,
  type StackLayer,
} from './openraster/stack';
export { type ReadStack, readStack, StackInvalid, stackAsXml } from './openraster/stack-xml';
export * from './painted-tile';
export { type PictureSize, SIZE_WAYS, sizedExtent } from './picture-size';
export { betweenSpaces, iccProfile, type RgbSpace } from './profiles/icc-profile';
export { type Outside, outsideOf } from './profiles/outside';
export { pixelsBetween } from './profiles/pixels-between';
export { SPACES, type SpaceName, spaceOf } from './profiles/spaces';

export { lightToSamples, rowToLight, type Samples } from './rows/light-rows';
export {
  differenced,
  TIFF_STRIP,
  type TiffCompression,
  type TiffPage,
  TiffPages,
  type WriteAt,
} from './tiff/tiff-pages';
export { alphaChunk } from './webp/alpha-chunk';
export { fillBeneath } from './webp/colours-beneath';
export { type FramePlace, WebpAnimation } from './webp/webp-animation';
export { webpChunks } from './webp/webp-chunks';
export { webpWithAlpha } from './webp/webp-with-alpha';
