import { entry } from '../entry';
import { computeCurves } from './compute';
import { curves } from './definition';

export const curvesStep = entry(curves, computeCurves);
