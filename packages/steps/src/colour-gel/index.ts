import { entry } from '../entry';
import { computeColourGel } from './compute';
import { colourGel } from './definition';

export const colourGelStep = entry(colourGel, computeColourGel);
