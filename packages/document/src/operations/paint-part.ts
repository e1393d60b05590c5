import type { BlobHash } from '../composition';
import { cleanSolved } from './clean-solved';
import { draftPart, maskOwnerName, type Operation, OperationRefused } from './operation';

const WAYS = { show: 'shows', hide: 'hides', sheer: 'solves what is sheer' } as const;

/** Puts the tiles that a stroke changed into a painted part. The blobs are stored before the operation is performed. */
export const paintPart: Operation<{
  mask: string;
  part: string;
  tiles: Readonly<Record<string, BlobHash>>;
  way: 'show' | 'hide' | 'sheer';
}> = {
  name: 'paintPart',
  words: (before, { mask, way }) =>
    `Brushed the mask of ${maskOwnerName(before, mask)}: ${WAYS[way]}`,
  change(draft, args) {
    const part = draftPart(draft, args.mask, args.part);
    if (part.kind !== 'painted') throw new OperationRefused(`${part.name} cannot be painted.`);
    Object.assign(part.tiles, args.tiles);
    part.strokes += 1;
    if (args.way !== 'sheer') return;
    part.sheer = (part.sheer ?? 0) + 1;
    cleanSolved(draft, args.mask, [part]);
  },
};
