import { entry } from '../entry';
import { computeCircle } from './compute';
import { circle } from './definition';

export const circleStep = entry(circle, computeCircle);
