import { type Composition, isGroup, isShowing, type Layer, layerById } from './composition';
import { withDescendants } from './tree';

/** The layer whose content a layer shows: itself, but for a showing. Undefined where that is gone. */
export function originalOf(composition: Composition, layer: Layer): Layer | undefined {
  return isShowing(layer) ? layerById(composition, layer.content.of) : layer;
}

/** The showings of a layer. */
export function showingsOf(composition: Composition, id: string): readonly Layer[] {
  return Object.values(composition.layers).filter(
    (layer) => isShowing(layer) && layer.content.of === id,
  );
}

/** Whether a layer would show itself: in its own group, or through other showings. */
export function showsItself(composition: Composition, showing: string, of: string): boolean {
  const seen = new Set<string>();
  const looks = (id: string): boolean => {
    if (id === showing) return true;
    if (seen.has(id)) return false;
    seen.add(id);
    return withDescendants(composition, id).some(
      (layer) => layer.id === showing || (isShowing(layer) && looks(layer.content.of)),
    );
  };
  return looks(of);
}

/** What a layer in a group is called where the group is shown once more. */
const shownIn = (showing: string, id: string) => `${showing}/${id}`;

const plain = new WeakMap<Composition, Composition>();

/**
 * A composition in which every showing has the content of the layer that it shows, and with a group all that is in it,
 * under names of their own: what is drawn is found from that. Masks are shared. The same for one without showings.
 */
export function withShowings(composition: Composition): Composition {
  const known = plain.get(composition);
  if (known) return known;
  const showings = Object.values(composition.layers).filter(isShowing);
  const made = showings.length === 0 ? composition : expanded(composition, showings);
  plain.set(composition, made);
  return made;
}

function expanded(composition: Composition, showings: readonly Layer[]): Composition {
  const layers: Record<string, Layer> = { ...composition.layers };
  const put = (layer: Layer, id: string, within: readonly string[]): void => {
    const original = originalOf(composition, layer);
    // What shows itself, or what is gone, shows nothing.
    if (!original || isShowing(original) || within.includes(original.id)) {
      layers[id] = { ...layer, id, content: { kind: 'group', children: [], mixing: 'isolated' } };
      return;
    }
    const { content } = original;
    if (!isGroup(original)) {
      layers[id] = { ...layer, id, content };
      return;
    }
    const children = original.content.children.map((child) => shownIn(id, child));
    layers[id] = { ...layer, id, content: { ...original.content, children } };
    for (const child of original.content.children) {
      const inside = layerById(composition, child);
      if (inside) put(inside, shownIn(id, child), [...within, original.id]);
    }
  };
  for (const showing of showings) put(showing, showing.id, []);
  return { ...composition, layers };
}
