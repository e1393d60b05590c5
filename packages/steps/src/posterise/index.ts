import { entry } from '../entry';
import { computePosterise } from './compute';
import { posterise } from './definition';

export const posteriseStep = entry(posterise, computePosterise);
