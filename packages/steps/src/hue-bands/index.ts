import { entry } from '../entry';
import { computeHueBands } from './compute';
import { hueBands } from './definition';

export const hueBandsStep = entry(hueBands, computeHueBands);
