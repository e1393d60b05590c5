import { entry } from '../entry';
import { computeMotionBlur } from './compute';
import { motionBlur } from './definition';

export const motionBlurStep = entry(motionBlur, computeMotionBlur);
