import { entry } from '../entry';
import { computeSaturation } from './compute';
import { saturation } from './definition';

export const saturationStep = entry(saturation, computeSaturation);
