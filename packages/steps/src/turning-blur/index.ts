import { entry } from '../entry';
import { computeTurningBlur } from './compute';
import { turningBlur } from './definition';

export const turningBlurStep = entry(turningBlur, computeTurningBlur);
