import {
  type Composition,
  laidOut,
  type Mask,
  newComposition,
  perform,
  placedAt,
  plainLayer,
  setPart,
  turnMaskRound,
} from '@diplex/document';
import { describe, expect, it } from 'vitest';
import { type BeforePlace, maskBefore, maskBeforeKey } from './mask-before';
import { groundKey } from './render-ground';

const SIZE = { width: 60, height: 40 };

function box(id: string, x: number) {
  const kind = 'box' as const;
  const settings = { shown: true, combine: 'add' as const, feather: 0, inverted: false };
  return { id, kind, name: id, ...settings, x, y: 10, width: 20, height: 20 };
}

const mask: Mask = {
  ...{ id: 'm', name: 'M', startsFrom: 'empty', feather: 4, size: SIZE },
  parts: [box('first', 5), box('second', 35)],
};

const fill = {
  ...{ kind: 'fill' as const, size: SIZE },
  fill: { by: 'colour' as const, colour: { r: 90, g: 120, b: 150, alpha: 1 } },
};

const scene = laidOut(
  newComposition('Before', SIZE),
  [
    {
      ...plainLayer('thing', 'Thing', fill, placedAt({ x: 30, y: 20 })),
      maskUse: { mask: 'm', linked: true, turnedRound: false, lies: [1, 0, 0, 1, 0, 0] },
    },
  ],
  [mask],
);

const turned = perform(scene, turnMaskRound, { layer: 'thing' }).composition;

function placeIn(composition: Composition): BeforePlace {
  const { thing } = composition.layers;
  if (!thing) throw new Error('There is no thing.');
  return { composition, holder: thing, part: 'second' };
}

const noPixels = { level: () => undefined, paintedTile: () => undefined };

function seen(composition: Composition): string {
  const place = placeIn(composition);
  const ground = { ...place, owner: place.holder, from: 'layer' as const };
  return maskBeforeKey(place, groundKey(ground));
}

describe('the mask before a part', () => {
  const coverage = maskBefore(placeIn(scene), noPixels);
  const at = (data: Float32Array, x: number, y: number) => data[y * SIZE.width + x] as number;

  it('is what the parts before it cover, without the mask’s own feather', () => {
    expect(at(coverage, 15, 20)).toBe(1);
    expect(at(coverage, 45, 20)).toBe(0);
    expect(at(coverage, 2, 20)).toBe(0);
    expect(new Set(coverage)).toEqual(new Set([0, 1]));
  });

  it('is the same however the mask is used: turned round, thinner, by tones', () => {
    expect(maskBefore(placeIn(turned), noPixels)).toEqual(coverage);
    const { thing } = scene.layers;
    if (!thing?.maskUse) throw new Error('There is no mask.');
    const thin = { ...thing, maskUse: { ...thing.maskUse, density: 0.4 } };
    const layers = { ...scene.layers, thing: thin };
    expect(maskBefore(placeIn({ ...scene, layers }), noPixels)).toEqual(coverage);
  });

  it('is not said to have changed when the mask is turned round, but when a part before it is', () => {
    expect(seen(turned)).toBe(seen(scene));
    const inverted = { mask: 'm', part: 'first', settings: { inverted: true } };
    expect(seen(perform(scene, setPart, inverted).composition)).not.toBe(seen(scene));
    const later = { ...inverted, part: 'second' };
    expect(seen(perform(scene, setPart, later).composition)).toBe(seen(scene));
  });
});
