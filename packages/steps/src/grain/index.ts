import { entry } from '../entry';
import { computeGrain } from './compute';
import { grain } from './definition';

export const grainStep = entry(grain, computeGrain);
