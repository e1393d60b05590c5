import { describe, expect, it } from 'vitest';
import schema5 from '../examples/schema-5.json';
import {
  type Composition,
  layerById,
  linkMask,
  type Operation,
  perform,
  pictureSeen,
  setMaskEdge,
  setOpacity,
  setPlacement,
  showLayer,
  validateComposition,
} from './index';

const example = validateComposition(schema5);
const [wall, keeper] = example.layers.map(({ id }) => id) as [string, string];
const moved = (layer: string) => {
  const placement = layerById(example, layer)?.placement;
  if (!placement) throw new Error('The example has that layer.');
  return { layer, placement: { ...placement, x: placement.x + 7 } };
};

const seen = (composition: Composition, from: 'layer' | 'composition') => {
  const layer = layerById(composition, keeper);
  if (!layer) throw new Error('The example has that layer.');
  return pictureSeen(composition, layer, from);
};

/** Whether what lies under the keeper's mask looks otherwise after an operation. */
function changes<Args>(operation: Operation<Args>, args: Args, before = example) {
  const after = perform(before, operation, args).composition;
  return (['layer', 'composition'] as const).map(
    (from) => seen(before, from) !== seen(after, from),
  );
}

/** The example with its locked wall unlocked, so that it can be moved. */
const loose: Composition = {
  ...example,
  layers: example.layers.map((layer) => ({ ...layer, locked: false, shown: true, opacity: 1 })),
};

describe('what lies under a mask', () => {
  it('stays when a linked mask moves with its layer, and changes in the composition', () => {
    expect(changes(setPlacement, moved(keeper), loose)).toEqual([false, true]);
  });

  it('changes when the layer moves under a mask that stays', () => {
    const unlinked = perform(loose, linkMask, { layer: keeper, linked: false }).composition;
    expect(changes(setPlacement, moved(keeper), unlinked)).toEqual([true, true]);
  });

  it('does not change by linking and unlinking, nor by what the mask itself is like', () => {
    expect(changes(linkMask, { layer: keeper, linked: false }, loose)).toEqual([false, false]);
    const mask = layerById(example, keeper)?.maskUse?.mask ?? '';
    expect(changes(setMaskEdge, { mask, edge: { choke: 3 } }, loose)).toEqual([false, false]);
  });

  it('changes in the composition with whatever shows there', () => {
    expect(changes(setPlacement, moved(wall), loose)).toEqual([false, true]);
    expect(changes(setOpacity, { layer: wall, opacity: 0.4 }, loose)).toEqual([false, true]);
    expect(changes(showLayer, { layer: wall, shown: false }, loose)).toEqual([false, true]);
    const hidden = perform(loose, showLayer, { layer: wall, shown: false }).composition;
    expect(changes(setOpacity, { layer: wall, opacity: 0.4 }, hidden)).toEqual([false, false]);
  });
});
