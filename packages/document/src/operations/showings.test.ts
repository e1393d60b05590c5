import { describe, expect, it } from 'vitest';
import { type Composition, laidOut, newComposition, plainLayer } from '../composition';
import { placedAt } from '../geometry/placement';
import { layerBounds } from '../placing';
import { withShowings } from '../showings';
import { validateComposition } from '../validation';
import { groupLayers } from './group-layers';
import { moveLayers } from './move-layers';
import { OperationRefused, perform } from './operation';
import { removeLayer } from './remove-layer';
import { showAgain, standAlone } from './show-again';
import { ungroupLayers } from './ungroup-layers';

const photo = (id: string, x: number) =>
  plainLayer(
    id,
    `Photo ${id}`,
    { kind: 'photo', source: 'a'.repeat(64), size: { width: 40, height: 20 } },
    placedAt({ x, y: 50 }),
  );

const scene = laidOut(newComposition('Showings', { width: 200, height: 100 }), [
  photo('a', 40),
  photo('b', 120),
]);

const after = (from: Composition, ...steps: ((at: Composition) => Composition)[]) =>
  steps.reduce((at, step) => step(at), from);
const again = (layer: string, showing: string) => (at: Composition) =>
  perform(at, showAgain, { layer, showing }).composition;
const grouped = (at: Composition) =>
  perform(at, groupLayers, { layers: ['a', 'b'], group: 'g', name: 'Both' }).composition;

describe('showings', () => {
  it('lie where they are placed, as large as what they show, and follow that', () => {
    const shown = after(scene, again('a', 's'));
    const layer = shown.layers.s;
    if (!layer) throw new Error('It was put there.');
    expect(shown.root).toEqual(['a', 's', 'b']);
    expect(layerBounds(shown, layer)).toEqual({ x: 20, y: 40, width: 40, height: 20 });
    const other = {
      ...photo('a', 40),
      content: { ...photo('a', 0).content, source: 'b'.repeat(64) },
    };
    const changed = { ...shown, layers: { ...shown.layers, a: other } };
    expect(withShowings(changed).layers.s?.content).toEqual(other.content);
    expect(validateComposition(JSON.parse(JSON.stringify(shown)))).toEqual(shown);
  });

  it('of a group have all that is in it under names of their own, and no composition without is touched', () => {
    const shown = after(scene, grouped, again('g', 's'));
    const drawn = withShowings(shown);
    expect(drawn.layers.s?.content).toMatchObject({ kind: 'group', children: ['s/a', 's/b'] });
    expect(drawn.layers['s/b']?.placement).toEqual(shown.layers.b?.placement);
    expect(withShowings(scene)).toBe(scene);
  });

  it('lie at first as the layer does, bent and in its plane', () => {
    const corners = [
      { x: 0, y: 0 },
      { x: 90, y: 9 },
      { x: 90, y: 70 },
      { x: 0, y: 80 },
    ] as const;
    const plane = { id: 'wall', name: 'Wall', corners, size: { width: 90, height: 80 } };
    const a = { ...photo('a', 40), plane: 'wall' };
    const lying = { ...scene, planes: { wall: plane }, layers: { ...scene.layers, a } };
    const shown = after(lying, again('a', 's'));
    const [one, other] = [shown.layers.a, shown.layers.s];
    expect(one && other && layerBounds(shown, other)).toEqual(one && layerBounds(shown, one));
    expect(other?.plane).toBe('wall');
  });

  it('of a showing show what that shows', () => {
    const shown = after(scene, again('a', 's'), again('s', 't'));
    expect(shown.layers.t?.content).toMatchObject({ kind: 'showing', of: 'a' });
    expect(shown.layers.t?.name).not.toBe(shown.layers.s?.name);
  });

  it('hold what they show: it is neither deleted nor taken apart, unless they go with it', () => {
    const shown = after(scene, grouped, again('g', 's'), again('a', 't'));
    const refused = (doing: () => unknown) => expect(doing).toThrow(OperationRefused);
    refused(() => perform(shown, removeLayer, { layers: ['a'] }));
    refused(() => perform(shown, removeLayer, { layers: ['g'] }));
    refused(() => perform(shown, ungroupLayers, { group: 'g' }));
    const gone = perform(shown, removeLayer, { layers: ['g', 's', 't'] }).composition;
    expect(Object.keys(gone.layers)).toEqual([]);
  });

  it('are never part of what they show', () => {
    const shown = after(scene, grouped, again('g', 's'));
    expect(() => perform(shown, moveLayers, { layers: ['s'], into: 'g', at: 0 })).toThrow(
      /cannot be put into what it shows/,
    );
    const inside = { ...shown, root: ['g'] };
    const group = shown.layers.g;
    if (group?.content.kind !== 'group') throw new Error('It is a group.');
    const content = { ...group.content, children: [...group.content.children, 's'] };
    const wrong = { ...inside, layers: { ...shown.layers, g: { ...group, content } } };
    // One that came so is drawn without end nowhere, and is not taken.
    expect(withShowings(wrong).layers['s/s']?.content).toMatchObject({ children: [] });
    expect(() => validateComposition(JSON.parse(JSON.stringify(wrong)))).toThrow(
      /must not hold the showing itself/,
    );
  });

  it('become copies of their own, which follow nothing', () => {
    const shown = after(scene, grouped, again('g', 's'));
    const alone = perform(shown, standAlone, { layer: 's' }).composition;
    const { content } = alone.layers.s ?? {};
    if (content?.kind !== 'group') throw new Error('It is a group now.');
    expect(content.children).toHaveLength(2);
    expect(content.children).not.toContain('a');
    expect(alone.layers[content.children[0] ?? '']?.content).toEqual(scene.layers.a?.content);
    expect(() => perform(alone, standAlone, { layer: 's' })).toThrow(/follows no other layer/);
  });
});
