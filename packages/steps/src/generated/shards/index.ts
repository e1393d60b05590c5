import { generatedEntry } from '../generated';
import { computeShards } from './compute';
import { shards } from './definition';

export const shardsLayer = generatedEntry(shards, computeShards);
