import { generatedEntry } from '../generated';
import { computePaper } from './compute';
import { paper } from './definition';

export const paperLayer = generatedEntry(paper, computePaper);
