import { castDraft, type Draft } from 'mutative';
import type { BlobHash, Composition, Layer, Mask, PushEdge, Pushed } from '../composition';
import {
  type CompositionDraft,
  drawableLayer,
  layerName,
  maskOwnerName,
  type Operation,
  OperationRefused,
  unlockedMask,
} from './operation';

const SAID: Readonly<Record<PushEdge, string>> = {
  ...{ stop: 'stays when it is pushed', wrap: 'wraps round when it is pushed' },
};

/** What is pushed: a layer with its mask, or a mask alone. */
export type PushedThing = { readonly layer: string } | { readonly mask: string };

function draftThing(draft: CompositionDraft, of: PushedThing): Draft<Layer> | Draft<Mask> {
  return 'layer' in of ? drawableLayer(draft, of.layer) : unlockedMask(draft, of.mask);
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

/** What becomes of the border of a layer that is pushed; it goes along for null. */
export const setPushEdge: Operation<{ layer: string; edge: PushEdge | null }> = {
  name: 'setPushEdge',
  words: (before, { layer, edge }) =>
    `The border of ${layerName(before, layer)} ${edge === null ? 'is pushed along' : SAID[edge]}`,
  change(draft, { layer: id, edge }) {
    const layer = drawableLayer(draft, id);
    if (!layer.push) throw new OperationRefused('Nothing was pushed yet.');
    if (edge && layer.content.kind !== 'photo') {
      throw new OperationRefused(`${layer.name} is no photograph: its border goes along.`);
    }
    layer.push.edge = edge;
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
