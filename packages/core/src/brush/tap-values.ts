import type { Rect } from '@diplex/document';
import type { SourceLevel } from '../pixels/source-level';
import { type TapsWork, WorkRefused } from './brush-work';
import { likenessTo } from './colour-likeness';
import { WHOLE_VALUE, type WorkedValues } from './worked-values';

/**
 * Toward which side pixels of a region are moved, and how much: by which samples they are more alike,
 * and by how much more.
 * @param picture straight, display-encoded: the colours under the mask
 * @throws WorkRefused when nothing was sampled
 */
export function tapValues(work: TapsWork, picture: SourceLevel, region: Rect): WorkedValues {
  if (work.keep.length + work.drop.length === 0) {
    throw new WorkRefused('Nothing was sampled. Sample a colour to keep or to drop first.');
  }
  const kept = likenessTo(work.keep, work.range, picture, region);
  const dropped = likenessTo(work.drop, work.range, picture, region);
  return {
    values: Uint16Array.from(kept, (like, p) => (like > (dropped[p] as number) ? WHOLE_VALUE : 0)),
    limit: kept.map((like, p) => Math.abs(like - (dropped[p] as number))),
  };
}
