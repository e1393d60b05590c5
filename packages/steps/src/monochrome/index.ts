import { entry } from '../entry';
import { computeMonochrome } from './compute';
import { monochrome } from './definition';

export const monochromeStep = entry(monochrome, computeMonochrome);
