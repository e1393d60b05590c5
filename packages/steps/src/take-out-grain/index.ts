import { entry } from '../entry';
import { computeTakeOutGrain } from './compute';
import { takeOutGrain } from './definition';

export const takeOutGrainStep = entry(takeOutGrain, computeTakeOutGrain);
