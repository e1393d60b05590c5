import { entry } from '../entry';
import { computeVignette } from './compute';
import { vignette } from './definition';

export const vignetteStep = entry(vignette, computeVignette);
