import { generatedEntry } from '../generated';
import { computeEmbers } from './compute';
import { embers } from './definition';

export const embersLayer = generatedEntry(embers, computeEmbers);
