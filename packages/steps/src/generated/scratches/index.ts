import { generatedEntry } from '../generated';
import { computeScratches } from './compute';
import { scratches } from './definition';

export const scratchesLayer = generatedEntry(scratches, computeScratches);
