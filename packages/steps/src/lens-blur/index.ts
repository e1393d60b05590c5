import { entry } from '../entry';
import { computeLensBlur } from './compute';
import { lensBlur } from './definition';

export const lensBlurStep = entry(lensBlur, computeLensBlur);
