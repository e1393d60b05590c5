import { entry } from '../entry';
import { computeDrainEnrich } from './compute';
import { drainEnrich } from './definition';

export const drainEnrichStep = entry(drainEnrich, computeDrainEnrich);
