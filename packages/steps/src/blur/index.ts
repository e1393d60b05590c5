import { entry } from '../entry';
import { computeBlur } from './compute';
import { blur } from './definition';

export const blurStep = entry(blur, computeBlur);
