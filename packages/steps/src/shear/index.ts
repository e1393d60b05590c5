import { entry } from '../entry';
import { computeShear } from './compute';
import { shear } from './definition';

export const shearStep = entry(shear, computeShear);
