import { entry } from '../entry';
import { computeWarmCool } from './compute';
import { warmCool } from './definition';

export const warmCoolStep = entry(warmCool, computeWarmCool);
