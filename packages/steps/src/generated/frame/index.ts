import { generatedEntry } from '../generated';
import { computeFrame } from './compute';
import { frame } from './definition';

export const frameLayer = generatedEntry(frame, computeFrame);
