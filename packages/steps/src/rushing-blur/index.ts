import { entry } from '../entry';
import { computeRushingBlur } from './compute';
import { rushingBlur } from './definition';

export const rushingBlurStep = entry(rushingBlur, computeRushingBlur);
