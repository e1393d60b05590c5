import {
  edgeOfFound,
  groundNeeds,
  isPickRecipe,
  type Likely,
  levelWithin,
  maskBeforeNeeds,
  type PickRecipe,
  type SmallCoverage,
  workingLevel,
} from '@diplex/core';
import {
  AREA_ID,
  type EdgeWay,
  type Layer,
  layerById,
  maskHolder,
  multiply,
  newId,
  type PickedFrom,
  type PickedPart,
  pickPart,
  type Recipe,
  type Size,
  scaling,
} from '@diplex/document';
import { JobCancelled } from '@diplex/engine';
import { useComposition } from '../bench/composition-store';
import { compositionKey, pageEngine, pageSupply } from '../bench/engine';
import { useHand } from '../bench/hand-store';
import { useJobs } from '../bench/job-store';
import {
  commitPart,
  freshName,
  type MaskInHand,
  maskInHand,
  startFor,
  whyNot,
} from '../bench/mask-in-hand';
import { tellProblem } from '../bench/notice-store';
import { trackWork } from '../bench/pending-work';
import { wordsOf } from '../link/problem';
import { coverageImage } from './coverage-image';
import { keepTiles } from './keep-tiles';
import { seenNow } from './outdated';

/** Picks go before the tiles around the view and after those in it. */
const PICKING = 20;

/** Picks are worked out one after another: each begins from what the one before it left. */
let line: Promise<void> = Promise.resolve();

/** What is to be worked out, found when its turn comes. */
export interface PickWork {
  readonly words: string;
  /** The part as it is to be, but for its tiles: they are those that it has so far. */
  readonly part: PickedPart;
  readonly target: MaskInHand;
  readonly isNew: boolean;
}

/** Works a recipe out and puts it into the mask as one step; with progress, and it can be stopped. */
export function queuePick(find: () => PickWork | null): void {
  line = line.then(async () => {
    const work = find();
    if (work) await carryOut(work);
    else clearPickDraft();
  });
  trackWork(line);
}

/** Takes away what was drawn for a pick; an outline that is being drawn meanwhile stays. */
function clearPickDraft(): void {
  const { draft, take } = useHand.getState();
  if (draft?.kind === 'coverage' || draft?.kind === 'strokes') take({ draft: null });
}

async function carryOut(work: PickWork): Promise<void> {
  const { recipe } = work.part;
  if (!isPickRecipe(recipe)) return;
  await inJob(work.words, async (whenCalledOff, progress) => {
    const gone = whenGone(work);
    const signal = AbortSignal.any([whenCalledOff, gone.signal]);
    try {
      const seen = seenNow(work.target.layer, recipe, work.isNew ? null : work.part.id);
      const tiles = await pickTiles(work, recipe, signal, progress);
      commit({ ...work, part: { ...work.part, ...seen } }, await keepTiles(tiles, signal));
    } finally {
      gone.stopLooking();
    }
  });
}

/** Tells when that for which something is worked out goes: then there is no need to go on. */
function whenGone(work: PickWork): { signal: AbortSignal; stopLooking(): void } {
  const gone = new AbortController();
  const stopLooking = useComposition.subscribe(() => {
    if (!isWanted(work)) gone.abort();
  });
  return { signal: gone.signal, stopLooking };
}

/** Nothing is said of the time left before this much has passed, in milliseconds, and this share is done. */
const [TELL_AFTER, TELL_FROM] = [1500, 0.08];

/** About how long work will take that took so long for a share of it. */
function secondsLeft(taken: number, done: number): number | null {
  if (taken < TELL_AFTER || done < TELL_FROM) return null;
  return Math.max(1, Math.round(((taken / done) * (1 - done)) / 1000));
}

/** Runs long work in the job line; a failure is told and leaves nothing behind. */
export async function inJob(
  words: string,
  doing: (signal: AbortSignal, progress: (done: number) => void) => Promise<void>,
): Promise<void> {
  const id = newId();
  const stop = new AbortController();
  const began = performance.now();
  const progress = (done: number) =>
    useJobs.getState().put({
      ...{ id, words, progress: done, becomes: 'a step' as const, stop: () => stop.abort() },
      secondsLeft: secondsLeft(performance.now() - began, done),
    });
  progress(0);
  try {
    await doing(stop.signal, progress);
  } catch (error) {
    if (!(error instanceof JobCancelled)) tellProblem(`${words} failed. ${wordsOf(error)}`);
  } finally {
    useJobs.getState().end(id);
    clearPickDraft();
  }
}

/** Whether the mask, or the layer, that something was worked out for is still there. */
function isThere({ layer, mask }: MaskInHand): boolean {
  const { composition } = useComposition.getState();
  const holder = layer.id === AREA_ID || maskHolder(composition, layer.id) !== undefined;
  return holder && (!mask || composition.masks[mask.id] !== undefined);
}

/** Whether there still is what something is worked out for: its layer and mask, and the part if it is one of the mask's. */
function isWanted({ part, target, isNew }: PickWork): boolean {
  if (isNew) return isThere(target);
  const { masks } = useComposition.getState().composition;
  return masks[target.mask?.id ?? '']?.parts.some(({ id }) => id === part.id) ?? false;
}

function commit(work: PickWork, tiles: Readonly<Record<string, string>>): void {
  const { part, target, isNew } = work;
  // What it was worked out for may be gone by now; then there is nothing to be said.
  if (!isWanted(work)) return;
  if (isNew) {
    // An edge is that of the parts that there were: what was drawn meanwhile comes after it.
    const after = part.recipe.by === 'edge' ? target.mask?.parts.at(-1)?.id : undefined;
    commitPart(target, { ...part, tiles }, startFor(part.combine === 'subtract'), after);
    return;
  }
  const args = {
    mask: target.mask?.id ?? '',
    part: part.id,
    recipe: part.recipe,
    ...{ specks: part.specks, strands: part.strands, patches: part.patches },
    ...{ solved: part.solved, seen: part.seen },
    tiles,
  };
  useComposition.getState().perform(pickPart, args);
}

/** Where a pick for a layer is asked: the composition as it is, known to the workers. */
export function pickPlace(layer: string) {
  const { composition } = useComposition.getState();
  const owner = ownerOf(layer);
  return { composition: compositionKey(composition), layer, ...(owner && { owner }) };
}

/** Whose colours the area is picked from: those of the layer in hand. */
function ownerOf(layer: string): string | null {
  return layer === AREA_ID ? useHand.getState().layer : null;
}

/** How picks are asked for; the worker that does them remembers the pixels it read. */
export function pickSeat() {
  return { priority: PICKING } as const;
}

/** Brings the pixels of these levels under a layer's mask. */
export function bringGround(layer: Layer, from: PickedFrom, levels: readonly number[]) {
  const { composition } = useComposition.getState();
  const holder = maskHolder(composition, layer.id) ?? layer;
  const owner = layerById(composition, ownerOf(layer.id) ?? '') ?? holder;
  const { sources, painted } = groundNeeds({ composition, holder, from, owner }, levels);
  return pageSupply().bring(sources, painted);
}

/** The levels that a cut reads: the working level, the finer one for texture, and all below. */
function cutLevels(size: Size): number[] {
  const ground = { ...size, level: () => null as never };
  return Array.from({ length: workingLevel(ground) + 1 }, (_, level) => level);
}

/** What has to be at hand of the mask itself for an edge that is worked out anew. */
function bringBefore(holder: Layer, recipe: PickRecipe, part: string | null) {
  if (recipe.by !== 'edge') return pageSupply().bring([], []);
  const { composition } = useComposition.getState();
  const { sources, painted } = maskBeforeNeeds({ composition, holder, part });
  return pageSupply().bring(sources, painted);
}

/** The levels that a recipe reads. */
function levelsFor(recipe: PickRecipe, size: Size): number[] {
  const alone = recipe.by === 'reach' || (recipe.by === 'edge' && recipe.way === 'hard');
  return alone ? [0] : cutLevels(size);
}

async function pickTiles(
  { target: { layer, size, matrix }, part, isNew }: PickWork,
  recipe: PickRecipe,
  signal: AbortSignal,
  onProgress: (done: number) => void,
): Promise<Readonly<Record<string, Uint16Array | string>>> {
  const before = isNew ? null : part.id;
  const letGo = await bringGround(layer, recipe.from, levelsFor(recipe, size));
  const letMaskGo = await bringBefore(layer, recipe, before);
  try {
    const onDraft = ({ width, height, step, data }: SmallCoverage) => {
      const image = coverageImage(width, height, (p) => (data[p] as number) / 255);
      const map = multiply(matrix, scaling(step, step));
      useHand.getState().take({ draft: { kind: 'coverage', image, map } });
    };
    const options = { ...pickSeat(), signal, onProgress, onDraft };
    return await pageEngine().run(
      'pick',
      {
        ...{ ...pickPlace(layer.id), recipe, part: before },
        ...{ specks: part.specks ?? 0, strands: part.strands ?? 0, patches: part.patches ?? 0 },
        ...{ solved: part.solved ?? null, tiles: part.tiles },
      },
      options,
    );
  } finally {
    letGo();
    letMaskGo();
  }
}

/** How the edge of a whole mask is worked out; see PickFinish. */
export interface WholeEdge {
  readonly way: EdgeWay;
  readonly band: number;
  readonly strands: number;
  readonly patches: number;
}

/** Works the edge of all parts of the mask in hand out anew, as a part at the end of them. */
export function solveWholeEdge({ way, band, strands, patches }: WholeEdge): void {
  queuePick(() => {
    const target = maskInHand();
    if (!target?.mask || target.mask.parts.length === 0) return null;
    const problem = whyNot(target);
    if (problem) {
      tellProblem(problem);
      return null;
    }
    const recipe = { by: 'edge' as const, from: 'layer' as const, way };
    const name = way === 'hard' ? 'Hard edge' : 'Solved edge';
    const made = { ...newPickedPart(target, name, recipe), combine: 'replace' as const };
    const words = `Solving the edge of ${target.mask.name}, ${Math.round(band)} px`;
    return { words, target, isNew: true, part: { ...made, solved: band, strands, patches } };
  });
}

/**
 * Cuts what is likely at the layer's edges and makes a part of it; of a mask that has no other, the edge is solved at once. That is a
 * step of its own: who undoes it, or stops it, has the plain cut.
 */
export async function commitLikely(
  likely: Likely,
  recipe: Extract<Recipe, { by: 'subject' }>,
): Promise<void> {
  const target = maskInHand();
  if (!target) return;
  const { layer, size } = target;
  const work = inJob(`Cutting ${recipe.name} out of ${layer.name}`, async (signal, onProgress) => {
    const letGo = await bringGround(layer, 'layer', cutLevels(size));
    try {
      const ask = { ...pickPlace(layer.id), likely };
      const tiles = await pageEngine().run('cut-likely', ask, {
        ...pickSeat(),
        signal,
        onProgress,
      });
      const part = newPickedPart(target, recipe.name, recipe);
      commit({ words: '', part, target, isNew: true }, await keepTiles(tiles, signal));
      const now = maskInHand();
      if (now?.layer.id === layer.id && now.mask?.parts.length === 1) {
        solveWholeEdge({ way: 'hairs', strands: 0, ...edgeOfFound(size) });
      }
    } finally {
      letGo();
    }
  });
  trackWork(work);
  await work;
}

/**
 * Works the picked part in hand out again, perhaps otherwise: without islands and holes of fewer pixels than
 * `specks`, with the alpha along its edge solved or as it was cut.
 */
export function finishPick(
  change: Pick<PickedPart, 'specks' | 'strands' | 'patches' | 'solved'> = {},
): void {
  queuePick(() => {
    const target = maskInHand();
    const part = target?.part;
    if (!target || part?.kind !== 'picked' || !isPickRecipe(part.recipe)) return null;
    return { words: finishWords(change, part), target, isNew: false, part: { ...part, ...change } };
  });
}

function finishWords(change: Pick<PickedPart, 'specks' | 'solved'>, { name }: PickedPart): string {
  if ('solved' in change) return `Solving ${name}`;
  return 'specks' in change ? `Specks of ${name}` : `Working ${name} out again`;
}

/** A new part in the way of combining that is in hand. */
export function newPickedPart(target: MaskInHand, kind: string, recipe: Recipe): PickedPart {
  const { combine } = useHand.getState();
  return {
    ...{ id: newId(), kind: 'picked', name: freshName(target.mask, kind), shown: true },
    ...{ combine, feather: 0, inverted: false, recipe, tiles: {} },
  };
}

/** The level at which a picture has at most so many pixels. */
export function levelOf(size: Size, pixels: number): number {
  return levelWithin({ ...size, level: () => null as never }, pixels);
}
