import { entry } from '../entry';
import { computeAutoLevels } from './compute';
import { autoLevels } from './definition';

export const autoLevelsStep = entry(autoLevels, computeAutoLevels);
