export { type Candidate, findSubjects } from './find-subjects';
export { SALIENCY_PIXELS, SEEN_PIXELS } from './limits';
export {
  type Box,
  type FoundObject,
  type NetworkFiles,
  type Networks,
  openNetworks,
  type SightFiles,
} from './networks';
