import { entry } from '../entry';
import { computeLevels } from './compute';
import { levels } from './definition';

export const levelsStep = entry(levels, computeLevels);
