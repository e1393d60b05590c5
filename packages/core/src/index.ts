export * from './agreement';
export { borrowColours, borrowColoursNeeds } from './borrow/borrow-colours';
export { borrowTexture, borrowTextureNeeds } from './borrow/borrow-texture';
export type { BorrowPlace } from './borrow/drawings';
export { type PalettePlace, paletteNeeds, paletteOf } from './borrow/palette';
export {
  type Brush,
  EDGE_WAYS,
  type EdgeWork,
  type Stick,
  type StrokePoint,
  type Tip,
} from './brush/brush';
export {
  type BrushWork,
  GREY_TONES,
  GREY_WAYS,
  type GreyWork,
  type SheerWork,
  type TapsWork,
  WorkRefused,
} from './brush/brush-work';
export { type TipImage, tipOf } from './brush/dab-weights';
export { greyValues } from './brush/grey-values';
export { SmoothPath } from './brush/smooth-path';
export { Stroke, type StrokeGround, tilesReached } from './brush/stroke';
export { tapValues } from './brush/tap-values';
export type { WorkedValues } from './brush/worked-values';
export {
  alignFrames,
  alignPyramids,
  type FrameMove,
  moveCorners,
  UNMOVED,
} from './exposures/align-frames';
export { alignPerspective } from './exposures/align-perspective';
export { type Bracket, type BracketCandidate, findBrackets } from './exposures/find-brackets';
export { findGhosts, markedShare } from './exposures/find-ghosts';
export { clippedShare, type FramePixels, movedPixels, stopsBetween } from './exposures/frame-light';
export { type Fusion, fuseAligned } from './exposures/fuse-aligned';
export {
  FUSION,
  type FusionAmounts,
  fuseExposures,
  fusionWeights,
  heldBack,
} from './exposures/fuse-exposures';
export { fusionShares, masksOfShares } from './exposures/fusion-masks';
export { type GhostPlace, ghostPlaces } from './exposures/ghost-places';
export { lightnessPyramid } from './exposures/lightness-pyramid';
export { axisTaps, phaseTable } from './geometry/catmull-rom';
export { chooseLevel, footprintOf } from './geometry/choose-level';
export { resample, sourceRect } from './geometry/resample';
export * from './graph';
export type { ReadOf } from './graph/composition-graph';
export { componentCoverage, mixOf } from './mask/components';
export { distanceFromEdge } from './mask/distance';
export { feathered, featherSupport } from './mask/feather';
export { flattened, partOutlines } from './mask/part-outline';
export { bezierAt } from './mask/ramp';
export { scanConvert, scanConvertAll } from './mask/scan-convert';
export { toneHistogram } from './mask/tone-histogram';
export { componentOf, toneCoverage } from './mask/tones';
export { EdgeRefused, partsBefore, workedEdge } from './mask/worked-edge';
export { conjugateGradient } from './matting/conjugate-gradient';
export { estimateForeground } from './matting/estimate-foreground';
export { MatteStopped, type MatteTask, matte, matteAgain } from './matting/matte';
export { mattingLaplacian } from './matting/matting-laplacian';
export { sheerSides, sheerValues } from './matting/sheer';
export { inMemory, KNOWN, type MatteInput, unknownsOf } from './matting/trimap';
export { coverageTiles, drawnTiles } from './pick/coverage-tiles';
export { cropLevel } from './pick/crop-level';
export { cutLikely, edgeOfFound, type Likely } from './pick/cut-likely';
export { type EdgeMemory, emptyMemory } from './pick/edge-memory';
export { findStrands } from './pick/find-strands';
export { followStrand, type Strand } from './pick/follow-strand';
export { hardEdge } from './pick/hard-edge';
export { MARK } from './pick/mark';
export { drawStrokes, type MarkStroke } from './pick/mark-strokes';
export { maskBefore, maskBeforeKey, maskBeforeNeeds } from './pick/mask-before';
export {
  isPickRecipe,
  type PickFinish,
  type PickRecipe,
  type PickTask,
  pick,
  softened,
  USUAL_BAND,
} from './pick/pick';
export { levelWithin, type PickGround } from './pick/pick-ground';
export { type ComponentRanks, type RankedMix, rankComponents } from './pick/rank-components';
export { REACH_STEP, type ReachFrom, reachMap, reachTable } from './pick/reach';
export { type ReachAmounts, reachCoverage } from './pick/reach-coverage';
export {
  type GroundPlace,
  groundKey,
  groundNeeds,
  groundOf,
  PickLacksPixels,
  wholeLevel,
  wholeSource,
} from './pick/render-ground';
export { saliencyOf } from './pick/saliency';
export { segment, workingLevel } from './pick/segment';
export { SegmentStopped, type SegmentTask } from './pick/segment-task';
export { type SmallCoverage, smallCoverage } from './pick/small-coverage';
export { snapLine } from './pick/snap-line';
export { marksOfStrand } from './pick/strand-marks';
export { halveLevel } from './pixels/halve-level';
export { isLive, liveTile } from './pixels/live-tile';
export type { FoundLevel, PixelReader } from './pixels/pixel-reader';
export {
  COARSEST_SIDE,
  levelCount,
  levelSize,
  type SourceLevel,
} from './pixels/source-level';
export {
  covers,
  cutTile,
  SOURCE_TILE,
  type TiledLevel,
  type TilePlace,
  tiled,
  tileRect,
  tilesUnder,
} from './pixels/tiled-level';
export { PUSH_WAYS, PushStroke, type PushWay, pushedBy } from './push/push-stroke';
export {
  CheckStopped,
  checkEdge,
  EDGE_REACH,
  type EdgeCheck,
  type EdgeStretch,
} from './render/check-edge';
export { coverageOnGrid, holderCoverage, layerAlpha } from './render/coverage-on-grid';
export { layerCoverage, layerMask, layerPicture } from './render/layer-pixels';
export { layersAt, layersAtNeeds } from './render/layers-at';
export { meanColour } from './render/mean-colour';
export { pieceSize, rowsAtOnce } from './render/piece-size';
export { neededPixels, renderComposition } from './render/render-composition';
export { renderView } from './render/render-view';

export {
  type BinCounts,
  type CountName,
  colourInto,
  colourNeeds,
  histogramInto,
  histogramNeeds,
  readingNeeds,
  readingOf,
  type StepPlace,
} from './render/step-input';
export { TOUCH_WAYS, type Touching, type TouchWay, wayToTouch } from './render/touching';
export type { Colour, View } from './render/view';
export { type FoundPatch, findPatches } from './retouch/find-patches';
export { type SmoothPatch, type SmoothPlace, smoothNeeds, smoothOver } from './retouch/smooth-over';
export type { HorizonProposal } from './scene/propose-horizon';
export { sceneHorizon, sceneNeeds } from './scene/scene-horizon';
