import {
  type Composition,
  type Layer,
  laidOut,
  layerById,
  maskOf,
  newComposition,
  perform,
  placedAt,
  plainLayer,
} from '@diplex/document';
import { validateComposition } from '@diplex/steps';
import { describe, expect, it } from 'vitest';
import { type Doing, scatter } from './scatter';

const size = { width: 300, height: 200 };
const fill = { by: 'colour' as const, colour: { r: 90, g: 90, b: 90, alpha: 1 } };
const how = { from: { x: 160, y: 100 }, to: { x: 60, y: 80 }, size: 12, count: 80 };

/** A thing with a mask, turned round or not, before a ground. */
function scene(turnedRound: boolean): Composition {
  const at = placedAt({ x: 150, y: 100 });
  const ground = plainLayer('ground', 'Ground', { kind: 'fill', fill, size }, at);
  const lies = [1, 0, 0, 1, 5, 5] as const;
  const maskUse = { mask: 'm', linked: true, turnedRound, lies };
  const thing = { ...plainLayer('thing', 'Thing', { kind: 'fill', fill, size }, at), maskUse };
  const mask = { id: 'm', name: 'Mask', startsFrom: 'full' as const, parts: [], feather: 0 };
  return laidOut(newComposition('Apart', size), [ground, thing as Layer], [mask]);
}

function apart(before: Composition): { after: Composition; shards: string } {
  let after = before;
  const doing: Doing = (operation, args) => {
    after = perform(after, operation, args).composition;
  };
  const shards = scatter(before, layerById(before, 'thing') as Layer, how, doing);
  return { after, shards };
}

describe('a thing that comes apart', () => {
  it('is made of ordinary layers and masks, behind it', () => {
    const { after, shards } = apart(scene(false));
    expect(() => validateComposition(after)).not.toThrow();
    const names = after.root.map((id) => layerById(after, id)?.name);
    expect(names).toEqual(['Ground', 'Shards of Thing', 'Pieces of Thing', 'Thing']);
    expect(layerById(after, shards)?.shown).toBe(false);
    const [drawn] = Object.values(after.layers).filter(({ name }) => name === 'Thing, drawn out');
    // It keeps the mask that the thing had, and is drawn out along the way.
    expect(drawn?.maskUse?.mask).toBe('m');
    expect(drawn?.steps.at(-1)?.kind).toBe('motion-blur');
  });

  it.each([
    [false, 'subtract'],
    [true, 'add'],
  ] as const)('loses the pieces from a mask of its own (turned round: %s)', (turned, combine) => {
    const { after, shards } = apart(scene(turned));
    const mask = maskOf(after, layerById(after, 'thing') as Layer);
    expect(mask?.id).not.toBe('m');
    const [part] = mask?.parts.slice(-1) ?? [];
    expect(part).toMatchObject({ kind: 'tones', combine, of: { layer: shards } });
    expect(layerById(after, 'thing')?.maskUse).toMatchObject({
      turnedRound: turned,
      lies: [1, 0, 0, 1, 5, 5],
    });
  });

  it('has to be cut out first', () => {
    const bare = { ...(scene(false).layers.thing as Layer), maskUse: null };
    const before = { ...scene(false), layers: { ...scene(false).layers, thing: bare } };
    expect(() => scatter(before, bare, how, () => undefined)).toThrow(RangeError);
  });
});
