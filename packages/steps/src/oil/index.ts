import { entry } from '../entry';
import { computeOil } from './compute';
import { oil } from './definition';

export const oilStep = entry(oil, computeOil);
