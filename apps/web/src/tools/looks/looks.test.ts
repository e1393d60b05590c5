import {
  type Composition,
  type Layer,
  laidOut,
  layerById,
  newComposition,
  placedAt,
  plainLayer,
} from '@diplex/document';
import { validateComposition } from '@diplex/steps';
import { describe, expect, it } from 'vitest';
import { drawnLooks, LOOK_FAMILIES } from './recipes';
import { withLook } from './take-look';

const size = { width: 200, height: 100 };
const fill = { by: 'colour' as const, colour: { r: 90, g: 90, b: 90, alpha: 1 } };

/** A thing with a mask before a ground. */
function scene(): Composition {
  const at = placedAt({ x: 100, y: 50 });
  const ground = plainLayer('ground', 'Ground', { kind: 'fill', fill, size }, at);
  const maskUse = {
    mask: 'm',
    linked: true,
    turnedRound: false,
    lies: [1, 0, 0, 1, 5, 5] as const,
  };
  const thing = { ...plainLayer('thing', 'Thing', { kind: 'fill', fill, size }, at), maskUse };
  const mask = { id: 'm', name: 'Mask', startsFrom: 'full' as const, parts: [], feather: 0 };
  return laidOut(newComposition('Looks', size), [ground, thing as Layer], [mask]);
}

const laid = { share: 0.6, spares: null, spared: 0.85 };

describe('looks', () => {
  it('are made of steps that every document takes, whatever the dice say', () => {
    for (let seed = 0; seed < 40; seed++) {
      for (const look of drawnLooks(LOOK_FAMILIES, seed, 16)) {
        expect(() => validateComposition(withLook(scene(), look, laid)), look.name).not.toThrow();
      }
    }
  });

  it('are the same for the same seed, others for another, and of the families that are chosen', () => {
    const values = (seed: number) =>
      drawnLooks(LOOK_FAMILIES, seed, 5).map(({ name, steps }) => [
        name,
        steps.map((s) => s.values),
      ]);
    expect(values(3)).toEqual(values(3));
    expect(values(4)).not.toEqual(values(3));
    const silver = drawnLooks(['silver'], 2, 5);
    expect(new Set(silver.map(({ name }) => name))).toEqual(new Set(['Silver', 'Toned print']));
    expect(drawnLooks([], 2, 5)).toEqual([]);
  });

  it('are laid as a glass over all at an amount, which spares a layer by its own mask', () => {
    const [look] = drawnLooks(['colour'], 1, 1);
    if (!look) throw new Error('There is no look.');
    const made = withLook(scene(), look, { ...laid, spares: 'thing' });
    const glass = layerById(made, made.root.at(-1) ?? '');
    expect(glass?.content.kind).toBe('glass');
    expect(glass?.opacity).toBe(0.6);
    expect(glass?.steps).toHaveLength(look.steps.length);
    expect(glass?.maskUse).toMatchObject({ mask: 'm', turnedRound: true, density: 0.85 });
    expect(Object.keys(made.masks)).toEqual(['m']);
  });
});
