import { entry } from '../entry';
import { computeLightsDarks } from './compute';
import { lightsDarks } from './definition';

export const lightsDarksStep = entry(lightsDarks, computeLightsDarks);
