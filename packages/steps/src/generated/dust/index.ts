import { generatedEntry } from '../generated';
import { computeDust } from './compute';
import { dust } from './definition';

export const dustLayer = generatedEntry(dust, computeDust);
