import { entry } from '../entry';
import { computeClipView } from './compute';
import { clipView } from './definition';

export const clipViewStep = entry(clipView, computeClipView);
