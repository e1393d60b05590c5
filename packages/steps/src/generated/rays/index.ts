import { generatedEntry } from '../generated';
import { computeRays } from './compute';
import { rays } from './definition';

export const raysLayer = generatedEntry(rays, computeRays);
