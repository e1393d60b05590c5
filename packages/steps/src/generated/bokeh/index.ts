import { generatedEntry } from '../generated';
import { computeBokeh } from './compute';
import { bokeh } from './definition';

export const bokehLayer = generatedEntry(bokeh, computeBokeh);
