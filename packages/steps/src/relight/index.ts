import { entry } from '../entry';
import { computeRelight } from './compute';
import { relight } from './definition';

export const relightStep = entry(relight, computeRelight);
