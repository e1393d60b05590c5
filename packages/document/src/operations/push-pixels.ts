import { castDraft, type Draft } from 'mutative';
import type { BlobHash, Composition, Layer, Mask, Pushed } from '../composition';
import {
  type CompositionDraft,
  layerName,
  maskOwnerName,
  type Operation,
  OperationRefused,
  unlockedLayer,
  unlockedMask,
} from './operation';

/** What is pushed: a layer with its mask, or a mask alone. */
export type PushedThing = { readonly layer: string } | { readonly mask: string };

function draftThing(draft: CompositionDraft, of: PushedThing): Draft<Layer> | Draft<Mask> {
  return 'layer' in of ? unlockedLayer(draft, of.layer) : unlockedMask(draft, of.mask);
}

function nameOf(before: Composition, of: PushedThing): string {
  return 'layer' in of
    ? layerName(before, of.layer)
    : `the mask of ${maskOwnerName(before, of.mask)}`;
}

/**
 * Puts the tiles that a stroke changed into how a thing is pushed. The blobs are stored before.
 * `reach` is the farthest of them; `way` says what the stroke did, for the history.
 */
export const pushPixels: Operation<{
  of: PushedThing;
  tiles: Readonly<Record<string, BlobHash>>;
  reach: number;
  way: string;
}> = {
  name: 'pushPixels',
  words: (before, { of, way }) => `${way} ${nameOf(before, of)}`,
  change(draft, { of, tiles, reach }) {
    const thing = draftThing(draft, of);
    const was = thing.push;
    const pushed: Pushed = {
      ...(was ?? {}),
      strokes: (was?.strokes ?? 0) + 1,
      tiles: { ...was?.tiles, ...tiles },
      reach: Math.max(was?.reach ?? 0, reach),
    };
    thing.push = castDraft(pushed);
  },
};

/** How much of what was pushed is done. */
export const setPush: Operation<{ of: PushedThing; amount: number }> = {
  name: 'setPush',
  words: (before, { of, amount }) => `Push of ${nameOf(before, of)}: ${Math.round(100 * amount)} %`,
  change(draft, { of, amount }) {
    const thing = draftThing(draft, of);
    if (!thing.push) throw new OperationRefused('Nothing was pushed yet.');
    thing.push.amount = amount;
  },
};

/** Takes all that was pushed back. */
export const removePush: Operation<{ of: PushedThing }> = {
  name: 'removePush',
  words: (before, { of }) => `Took all that was pushed back: ${nameOf(before, of)}`,
  change(draft, { of }) {
    draftThing(draft, of).push = null;
  },
};
