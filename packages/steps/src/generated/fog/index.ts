import { generatedEntry } from '../generated';
import { computeFog } from './compute';
import { fog } from './definition';

export const fogLayer = generatedEntry(fog, computeFog);
