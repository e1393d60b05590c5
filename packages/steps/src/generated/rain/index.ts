import { generatedEntry } from '../generated';
import { computeRain } from './compute';
import { rain } from './definition';

export const rainLayer = generatedEntry(rain, computeRain);
