export { type Candidate, findSubjects } from './find-subjects';
export {
  type Box,
  type FoundObject,
  type NetworkFiles,
  type Networks,
  openNetworks,
  type SightFiles,
} from './networks';
