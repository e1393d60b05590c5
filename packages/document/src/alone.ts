import { type Composition, isGroup, type Layer, layerById } from './composition';
import { placedAt } from './geometry/placement';
import { groupsAround, withDescendants } from './tree';

/** A layer whose edge has only its own colours in it: nothing of what lies behind, and of its old backdrop as little as can be. */
function ownEdge({ maskUse, edge }: Layer): Layer['edge'] {
  const { tint: _, wrap: __, fringeWhere: ___, ...own } = edge;
  return maskUse ? { ...own, fringe: 1 } : own;
}

/**
 * A composition in which one layer (a group: with all that is in it) is seen by itself where it lies, as its chain and its mask
 * leave it: opaque, not blended, before nothing. The groups around it only say where it lies. Layers that others look at
 * stay where they are, hidden. Null for a glass, which has no pixels of its own, and where there is no such layer.
 */
export function aloneOnCanvas(composition: Composition, id: string): Composition | null {
  const wanted = layerById(composition, id);
  if (!wanted || wanted.content.kind === 'glass') return null;
  const around = groupsAround(composition, id);
  const inside = new Set(withDescendants(composition, id).map((layer) => layer.id));
  const way = new Set([id, ...around.map((layer) => layer.id)]);
  const alone = (layer: Layer): Layer => {
    if (inside.has(layer.id) && layer.id !== id) return layer;
    if (!way.has(layer.id)) return { ...layer, shown: false };
    const plain = { ...layer, shown: true, opacity: 1, blending: 'normal' as const };
    if (layer.id === id) {
      const byTone = layer.byTone ? { ...layer.byTone, behind: null } : layer.byTone;
      const { content } = layer;
      const isolated = isGroup(layer) ? { ...layer.content, mixing: 'isolated' as const } : content;
      return { ...plain, content: isolated, edge: ownEdge(layer), byTone };
    }
    const { content } = layer as Layer & { content: { kind: 'group' } };
    return { ...plain, content, steps: [], maskUse: null, edge: {}, byTone: null };
  };
  const layers = Object.fromEntries(
    Object.values(composition.layers).map((layer) => [layer.id, alone(layer)]),
  );
  return { ...composition, layers };
}

/**
 * A composition whose coverage is how much of one layer shows where, with its mask and its borders, whatever is in it. A glass shows
 * as far as its mask lets it.
 */
export function coverageOnCanvas(composition: Composition, id: string): Composition | null {
  const layer = layerById(composition, id);
  if (layer?.content.kind !== 'glass') return aloneOnCanvas(composition, id);
  const { width, height } = composition.canvas;
  const white = { r: 255, g: 255, b: 255, alpha: 1 };
  const filled: Layer = {
    ...layer,
    content: { kind: 'fill', fill: { by: 'colour', colour: white }, size: { width, height } },
    placement: placedAt({ x: width / 2, y: height / 2 }),
    ...{ steps: [], edge: {}, byTone: null },
  };
  return aloneOnCanvas({ ...composition, layers: { ...composition.layers, [id]: filled } }, id);
}

/**
 * A composition up to a glass, which lets all of what it makes through: no mask, no opacity, nothing nearer. In an isolated group,
 * nothing of what lies outside of it.
 */
export function behindGlass(composition: Composition, id: string): Composition {
  const layers: Record<string, Layer> = { ...composition.layers };
  const hide = (each: string) => {
    const layer = layers[each];
    if (layer) layers[each] = { ...layer, shown: false };
  };
  const glass = layers[id];
  if (!glass) return composition;
  layers[id] = {
    ...glass,
    shown: true,
    opacity: 1,
    blending: 'normal',
    maskUse: null,
    byTone: null,
  };
  // What lies farther is seen through the glass, up to the first group that stands apart.
  let apart = false;
  let inside = id;
  const hideAround = (list: readonly string[]) => {
    const place = list.indexOf(inside);
    list.forEach((each, i) => {
      if (i > place || (apart && i < place)) hide(each);
    });
  };
  for (const group of groupsAround(composition, id)) {
    if (!isGroup(group)) break;
    hideAround(group.content.children);
    layers[group.id] = { ...group, shown: true, opacity: 1, blending: 'normal' };
    inside = group.id;
    apart ||= group.content.mixing === 'isolated';
  }
  hideAround(composition.root);
  return { ...composition, layers };
}
