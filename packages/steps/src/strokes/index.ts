import { entry } from '../entry';
import { computeStrokes } from './compute';
import { strokes } from './definition';

export const strokesStep = entry(strokes, computeStrokes);
