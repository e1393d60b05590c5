import { entry } from '../entry';
import { computeGlow } from './compute';
import { glow } from './definition';

export const glowStep = entry(glow, computeGlow);
