import { entry } from '../entry';
import { computeDodgeBurn } from './compute';
import { dodgeBurn } from './definition';

export const dodgeBurnStep = entry(dodgeBurn, computeDodgeBurn);
