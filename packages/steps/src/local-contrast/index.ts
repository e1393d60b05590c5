import { entry } from '../entry';
import { computeLocalContrast } from './compute';
import { localContrast } from './definition';

export const localContrastStep = entry(localContrast, computeLocalContrast);
