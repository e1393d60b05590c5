import { castDraft } from 'mutative';
import type { BlobHash, PickedPart, Recipe } from '../composition';
import { cleanSolved } from './clean-solved';
import { draftPart, type Operation, OperationRefused, partName } from './operation';

interface PickedAnew {
  readonly mask: string;
  readonly part: string;
  readonly recipe: Recipe;
  readonly specks?: number;
  readonly strands?: number;
  readonly patches?: number;
  readonly solved?: number | null;
  readonly seen?: string;
  readonly tiles: Readonly<Record<string, BlobHash>>;
}

/** What was added to a recipe, or taken back, in words; null where neither was. */
function strokesSaid(before: Recipe, after: Recipe, name: string): string | null {
  const marksOf = (recipe: Recipe) =>
    recipe.by === 'sweep' ? recipe.strokes : recipe.by === 'marks' ? recipe.marks : [];
  const pointsOf = (recipe: Recipe) => (recipe.by === 'reach' ? recipe.points : []);
  const [was, is] = [marksOf(before), marksOf(after)];
  const last = is.at(-1);
  if (last && is.length > was.length) {
    const kind = { keep: 'Keep', drop: 'Drop', unsure: 'Unsure' }[last.mark];
    return `${kind} ${'fill' in last ? 'fill' : 'stroke'} on ${name}`;
  }
  const [points, more] = [pointsOf(before).length, pointsOf(after).length];
  if (more > points) return `Point ${more} of ${name}`;
  if (more < points || is.length < was.length) return `Took back some of ${name}`;
  return null;
}

/** What is different about a part that was worked out anew. */
function said(before: PickedPart, after: PickedAnew): string {
  const { name } = before;
  const strokes = strokesSaid(before.recipe, after.recipe, name);
  if (strokes) return strokes;
  if (after.specks !== undefined && after.specks !== (before.specks ?? 0)) {
    return `Specks under ${after.specks} px out of ${name}`;
  }
  if (typeof after.solved === 'number') {
    const strands = after.strands ? ', with strands' : '';
    return `Solved the edge of ${name}, ${Math.round(after.solved)} px${strands}`;
  }
  if (typeof before.solved === 'number') return `${name} as it was cut`;
  return `Worked ${name} out again`;
}

/** Gives a picked part what was worked out anew. The blobs are stored before. */
export const pickPart: Operation<PickedAnew> = {
  name: 'pickPart',
  words(before, args) {
    const part = before.masks[args.mask]?.parts.find(({ id }) => id === args.part);
    if (part?.kind === 'picked') return said(part, args);
    return `Worked ${partName(before, args.mask, args.part)} out again`;
  },
  change(draft, { mask, part, recipe, specks, strands, patches, solved, seen, tiles }) {
    const target = draftPart(draft, mask, part);
    if (target.kind !== 'picked') throw new OperationRefused(`${target.name} was not picked.`);
    target.recipe = castDraft(recipe);
    if (specks !== undefined) target.specks = specks;
    if (strands !== undefined) target.strands = strands;
    if (patches !== undefined) target.patches = patches;
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
