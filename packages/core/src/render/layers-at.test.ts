import {
  type Layer,
  laidOut,
  type Mask,
  newComposition,
  placedAt,
  plainLayer,
} from '@diplex/document';
import { describe, expect, it } from 'vitest';
import { layersAt } from './layers-at';
import { sampleReader } from './sample-composition.test-support';

const fill = (id: string, x: number, width: number, alpha = 1): Layer =>
  plainLayer(
    id,
    id,
    {
      ...{ kind: 'fill', size: { width, height: 60 } },
      fill: { by: 'colour', colour: { r: 9, g: 9, b: 9, alpha } },
    },
    placedAt({ x, y: 30 }),
  );

const mask: Mask = {
  ...{ id: 'm', name: 'Mask', startsFrom: 'empty', feather: 0 },
  parts: [
    {
      ...{ id: 'p', kind: 'box', name: 'Box', shown: true, combine: 'add', feather: 0 },
      ...{ inverted: false, x: 0, y: 0, width: 20, height: 60 },
    },
  ],
};

describe('which layers lie at a place', () => {
  const cut: Layer = {
    ...fill('cut', 50, 80),
    maskUse: { mask: 'm', linked: true, turnedRound: false, lies: [1, 0, 0, 1, 0, 0] },
  };
  const hidden: Layer = { ...fill('hidden', 50, 100), shown: false };
  const scene = laidOut(
    newComposition('Scene', { width: 100, height: 60 }),
    [fill('ground', 50, 100), cut, fill('thin', 50, 100, 0.1), hidden, fill('right', 80, 40)],
    [mask],
  );

  it('is told by borders, masks and alpha, the nearest first', () => {
    expect(layersAt(scene, { x: 20, y: 30 }, sampleReader)).toEqual(['cut', 'ground']);
    expect(layersAt(scene, { x: 50, y: 30 }, sampleReader)).toEqual(['ground']);
    expect(layersAt(scene, { x: 90, y: 30 }, sampleReader)).toEqual(['right', 'ground']);
  });

  it('is nothing beside them all', () => {
    expect(layersAt(scene, { x: 500, y: 30 }, sampleReader)).toEqual([]);
  });
});
