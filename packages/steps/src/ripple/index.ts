import { entry } from '../entry';
import { computeRipple } from './compute';
import { ripple } from './definition';

export const rippleStep = entry(ripple, computeRipple);
