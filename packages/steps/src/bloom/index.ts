import { entry } from '../entry';
import { computeBloom } from './compute';
import { bloom } from './definition';

export const bloomStep = entry(bloom, computeBloom);
