import { describe, expect, it } from 'vitest';
import {
  type Composition,
  type Layer,
  laidOut,
  newComposition,
  plainLayer,
  type Step,
} from './composition';
import { differencesSaid } from './differences-said';
import { placedAt } from './geometry/placement';

const layer = (id: string, name: string): Layer =>
  plainLayer(
    id,
    name,
    {
      kind: 'fill',
      size: { width: 9, height: 9 },
      fill: { by: 'colour', colour: { r: 0, g: 0, b: 0, alpha: 1 } },
    },
    placedAt({ x: 0, y: 0 }),
  );
const step = (id: string, name: string): Step => ({
  ...{ id, kind: 'levels', version: 1, name, values: {}, shown: true, amount: 1 },
  ...{ blending: 'normal', maskUse: null },
});
const of = (...layers: Layer[]): Composition =>
  laidOut(newComposition('Two', { width: 9, height: 9 }), layers);

describe('differences in words', () => {
  it('are none between the same', () => {
    expect(differencesSaid(of(layer('a', 'Sky')), of(layer('a', 'Sky')))).toEqual([]);
  });

  it('name layers that came and went, and what changed of those that stayed', () => {
    const before = of(layer('a', 'Sky'), { ...layer('b', 'Keeper'), steps: [step('1', 'Levels')] });
    const after = of(
      { ...layer('a', 'Sky'), opacity: 0.4, shown: false },
      {
        ...layer('b', 'Keeper'),
        steps: [{ ...step('1', 'Levels'), amount: 0.5 }, step('2', 'Glow')],
      },
      layer('c', 'Moth'),
    );
    expect(differencesSaid(before, after)).toEqual([
      'Sky: hidden, opacity 100 % to 40 %',
      'Keeper: with Glow, Levels changed',
      'Added: Moth',
    ]);
    expect(differencesSaid(after, before)).toContain('Gone: Moth');
  });

  it('tell of depth, canvas and names', () => {
    const before = of(layer('a', 'Sky'), layer('b', 'Keeper'));
    const after = of(layer('b', 'Pim'), layer('a', 'Sky'));
    expect(differencesSaid(before, after)).toEqual([
      'Keeper: called Pim',
      'Another order in depth',
    ]);
    const wide = { ...before, canvas: { ...before.canvas, width: 12 } };
    expect(differencesSaid(before, wide)).toEqual(['Canvas: 9 × 9 to 12 × 9']);
  });
});
