import { entry } from '../entry';
import { computeDepth } from './compute';
import { depth } from './definition';

export const depthStep = entry(depth, computeDepth);
