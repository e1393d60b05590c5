export { byExample } from './by-example';
export type { LightDirection } from './measures/light-direction';
export type { Neighbours } from './neighbours';
export { proposeRelight } from './propose-relight';
export { proposeShadow } from './propose-shadow';
export { readSource, type SourceReading, sourceReadingNeeds } from './read-source';
export { type AgreementReading, agreementReading, type Disagreement } from './reading';
export {
  AGREEMENT_ROWS,
  type AgreementRow,
  type Compared,
  kelvinOf,
  ROUNDS,
  type Round,
} from './rows';
export type { Signature } from './signature';
export type { Silhouette } from './silhouette';
export {
  type Agreement,
  type AgreementPlace,
  agreementNeeds,
  canAgree,
  SCENE_PARTS,
  type ScenePart,
  type SurveyDepth,
  surveyAgreement,
  type ThingPart,
} from './survey';
export { proposalsOf, withAllTaken, withProposals } from './take-rows';
