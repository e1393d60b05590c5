import { castDraft } from 'mutative';
import type { BlobHash, Recipe } from '../composition';
import { cleanSolved } from './clean-solved';
import { draftPart, type Operation, OperationRefused, partName } from './operation';

/** Gives a picked part what was worked out anew. The blobs are stored before. */
export const pickPart: Operation<{
  mask: string;
  part: string;
  recipe: Recipe;
  specks?: number;
  solved?: number | null;
  seen?: string;
  tiles: Readonly<Record<string, BlobHash>>;
}> = {
  name: 'pickPart',
  words: (before, { mask, part }) => `Picked ${partName(before, mask, part)} anew`,
  change(draft, { mask, part, recipe, specks, solved, seen, tiles }) {
    const target = draftPart(draft, mask, part);
    if (target.kind !== 'picked') throw new OperationRefused(`${target.name} was not picked.`);
    target.recipe = castDraft(recipe);
    if (specks !== undefined) target.specks = specks;
    if (solved !== undefined) target.solved = solved;
    if (seen !== undefined) target.seen = seen;
    cleanSolved(draft, mask, [target]);
    // Tiles that stay the same stay untouched, so that the step holds only what changed.
    for (const key of Object.keys(target.tiles)) if (!(key in tiles)) delete target.tiles[key];
    for (const [key, hash] of Object.entries(tiles)) {
      if (target.tiles[key] !== hash) target.tiles[key] = hash;
    }
  },
};
