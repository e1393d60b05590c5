import { generatedEntry } from '../generated';
import { computeClouds } from './compute';
import { clouds } from './definition';

export const cloudsLayer = generatedEntry(clouds, computeClouds);
