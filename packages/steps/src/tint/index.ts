import { entry } from '../entry';
import { computeTint } from './compute';
import { tint } from './definition';

export const tintStep = entry(tint, computeTint);
