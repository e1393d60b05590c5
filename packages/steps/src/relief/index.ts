import { entry } from '../entry';
import { computeRelief } from './compute';
import { relief } from './definition';

export const reliefStep = entry(relief, computeRelief);
