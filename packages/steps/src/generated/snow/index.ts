import { generatedEntry } from '../generated';
import { computeSnow } from './compute';
import { snow } from './definition';

export const snowLayer = generatedEntry(snow, computeSnow);
