import { entry } from '../entry';
import { computeInvert } from './compute';
import { invert } from './definition';

export const invertStep = entry(invert, computeInvert);
