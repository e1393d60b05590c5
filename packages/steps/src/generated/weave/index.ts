import { generatedEntry } from '../generated';
import { computeWeave } from './compute';
import { weave } from './definition';

export const weaveLayer = generatedEntry(weave, computeWeave);
