import { generatedEntry } from '../generated';
import { computeFlare } from './compute';
import { flare } from './definition';

export const flareLayer = generatedEntry(flare, computeFlare);
