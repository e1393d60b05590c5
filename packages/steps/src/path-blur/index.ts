import { entry } from '../entry';
import { computePathBlur } from './compute';
import { pathBlur } from './definition';

export const pathBlurStep = entry(pathBlur, computePathBlur);
