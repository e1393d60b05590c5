import { generatedEntry } from '../generated';
import { computeSmoke } from './compute';
import { smoke } from './definition';

export const smokeLayer = generatedEntry(smoke, computeSmoke);
