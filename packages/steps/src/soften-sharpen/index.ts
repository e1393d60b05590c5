import { entry } from '../entry';
import { computeSoftenSharpen } from './compute';
import { softenSharpen } from './definition';

export const softenSharpenStep = entry(softenSharpen, computeSoftenSharpen);
