import { entry } from '../entry';
import { computeSharpen } from './compute';
import { sharpen } from './definition';

export const sharpenStep = entry(sharpen, computeSharpen);
