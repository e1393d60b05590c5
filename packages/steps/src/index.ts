export { amountSaid } from './amount-said';
export { BANDS, type TextureBand } from './borrowed-texture/definition';
export { bandsReach, detailBands } from './borrowed-texture/detail-bands';
export { CHROMA_PLANE, CHROMA_REACH } from './chroma-plane';
export { CubeRefused, readCube, writeCube } from './colour-table/cube-file';
export {
  type ColourTable,
  MOST_NODES,
  type PackedTable,
  packTable,
  plainTable,
  throughTable,
  unpackTable,
} from './colour-table/packed-table';
export { tableOfChain } from './colour-table/table-of-chain';
export {
  type Computation,
  type GatherComputation,
  type GatheredPart,
  HISTOGRAM_BINS,
  type Measure,
  type Measured,
  type NearComputation,
  type PointComputation,
  type PointOperation,
  type RunPlace,
  type StepFrame,
} from './computation';
export type { Count } from './count-pixels';
export { curveThrough } from './curves/curve-through';
export { withPoint } from './curves/with-point';
export {
  type BrushedBy,
  type ColourPick,
  fieldsAtWork,
  type PickedColour,
  STEP_GROUPS,
  type StepDefinition,
  type StepGroup,
  startValues,
} from './definition';
export type { StepEntry } from './entry';
export { LEAST_APART, MOST_POINTS } from './field-rules';
export * from './fields';
export { distanceOf, layersWithDistance, radiusAt } from './focus';
export type {
  GeneratedDefinition,
  GeneratedEntry,
  GeneratedPart,
  SmallView,
} from './generated/generated';
export { newGenerated } from './generated/new-generated';
export { GENERATED, generatedDefinition, generatedOf, presentGenerated } from './generated/table';
export { GRADED } from './grade/definition';
export { HISTOGRAM } from './histogram';
export { bandWeights } from './hue-bands/compute';
export {
  CHANNELS as LEVELS_CHANNELS,
  type LevelsChannel,
  PARTS as LEVELS_PARTS,
  valueName as levelsValueName,
} from './levels/channels';
export { newStep } from './new-step';
export { Dice } from './noise/dice';
export { openedDocument, stepProblems, validateComposition } from './opened-composition';
export { type FocusChange, setFocus } from './operations/set-focus';
export { setGenerated } from './operations/set-generated';
export { setStepValues } from './operations/set-step-values';
export { inflatedNormals } from './relight/inflated-normals';
export { shapeAndShading } from './relight/shape-and-shading';
export { mixStep, type PointStep, runPoints } from './run-points';
export { isAtWork, presentValues, valueProblems } from './step-values';
export { definitionOf, STEPS, stepEntry } from './table';
export { WAVEFORM } from './waveform';
export { balanceFor, balanceForEncoded, balanceMatrix } from './white-balance/balance';
