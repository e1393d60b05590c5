import { entry } from '../entry';
import { computeSwirl } from './compute';
import { swirl } from './definition';

export const swirlStep = entry(swirl, computeSwirl);
