import type { BlobHash } from '../composition';
import { draftPart, maskOwnerName, type Operation, OperationRefused } from './operation';

/** Puts the tiles that a stroke changed into a painted part. The blobs are stored before the operation is performed. */
export const paintPart: Operation<{
  mask: string;
  part: string;
  tiles: Readonly<Record<string, BlobHash>>;
  way: 'show' | 'hide';
}> = {
  name: 'paintPart',
  words: (before, { mask, way }) =>
    `Brushed the mask of ${maskOwnerName(before, mask)}: ${way === 'show' ? 'shows' : 'hides'}`,
  change(draft, args) {
    const part = draftPart(draft, args.mask, args.part);
    if (part.kind !== 'painted') throw new OperationRefused(`${part.name} cannot be painted.`);
    Object.assign(part.tiles, args.tiles);
    part.strokes += 1;
  },
};
