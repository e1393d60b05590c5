import { entry } from '../entry';
import { computeTintBrush } from './compute';
import { tintBrush } from './definition';

export const tintBrushStep = entry(tintBrush, computeTintBrush);
