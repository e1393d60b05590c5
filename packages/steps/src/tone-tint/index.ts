import { entry } from '../entry';
import { computeToneTint } from './compute';
import { toneTint } from './definition';

export const toneTintStep = entry(toneTint, computeToneTint);
