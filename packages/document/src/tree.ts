import { isDraft } from 'mutative';
import {
  type Composition,
  isGroup,
  type Layer,
  layerById,
  type MaskUse,
  type Step,
} from './composition';
import { layerIdOf, stepHolder } from './step-holder';

type Layers = Composition['layers'];

/** The group that each layer is in, by the layer's id; layers in none are left out. */
const known = new WeakMap<Layers, ReadonlyMap<string, string>>();

function groupsOf(layers: Layers): ReadonlyMap<string, string> {
  // What is being changed has to be looked at anew each time.
  const found = isDraft(layers) ? undefined : known.get(layers);
  if (found) return found;
  const groups = new Map<string, string>();
  for (const layer of Object.values(layers)) {
    if (isGroup(layer)) for (const child of layer.content.children) groups.set(child, layer.id);
  }
  if (!isDraft(layers)) known.set(layers, groups);
  return groups;
}

/** The group that a layer is in; undefined for one that is in none. */
export function groupOf(composition: Composition, id: string): Layer | undefined {
  const group = groupsOf(composition.layers).get(layerIdOf(id));
  return group === undefined ? undefined : layerById(composition, group);
}

/** The groups that a layer is in, the innermost first. */
export function groupsAround(composition: Composition, id: string): Layer[] {
  const around: Layer[] = [];
  for (let at = groupOf(composition, id); at; at = groupOf(composition, at.id)) around.push(at);
  return around;
}

/** The list in which a layer stands: those of its group, or of no group; far to near. */
export function listAround(composition: Composition, group: string | null): readonly string[] {
  if (group === null) return composition.root;
  const layer = layerById(composition, group);
  return layer && isGroup(layer) ? layer.content.children : [];
}

/** Layers, and those that are linked with any of them. */
export function withLinked(composition: Composition, ids: readonly string[]): readonly string[] {
  const links = new Set(ids.flatMap((id) => layerById(composition, id)?.link ?? []));
  const linked = Object.values(composition.layers).filter(({ link }) => link && links.has(link));
  return [...new Set([...ids, ...linked.map(({ id }) => id)])];
}

/** A layer and, for a group, all that is in it: a group before what it holds, far to near. */
export function withDescendants(composition: Composition, id: string): Layer[] {
  const layer = layerById(composition, id);
  if (!layer) return [];
  const inside = isGroup(layer) ? layer.content.children : [];
  return [layer, ...inside.flatMap((child) => withDescendants(composition, child))];
}

/** Every layer, a group before what it holds, far to near. */
export function layersInDepth(composition: Composition): Layer[] {
  return composition.root.flatMap((id) => withDescendants(composition, id));
}

/** Whether a layer shows as far as it and the groups around it say. */
export function isShown(composition: Composition, layer: Layer): boolean {
  return layer.shown && groupsAround(composition, layer.id).every((group) => group.shown);
}

/** What keeps a layer from being changed: itself when it is locked, or a locked group around it. */
export function lockedBy(composition: Composition, layer: Layer): Layer | undefined {
  if (layer.locked) return layer;
  return groupsAround(composition, layer.id).find((group) => group.locked);
}

/** What keeps a layer where it is: what keeps it from being changed at all, or itself when its place is locked. */
export function placeLockedBy(composition: Composition, layer: Layer): Layer | undefined {
  return lockedBy(composition, layer) ?? (layer.placeLocked ? layer : undefined);
}

/** Of these layers, those that are in none of the others, far to near. */
export function outermost(composition: Composition, ids: readonly string[]): string[] {
  const chosen = new Set(ids);
  const inside = (id: string) =>
    groupsAround(composition, id).some((group) => chosen.has(group.id));
  return layersInDepth(composition)
    .map(({ id }) => id)
    .filter((id) => chosen.has(id) && !inside(id));
}

/** Where something uses a mask. */
export interface UseSite {
  /** The layer that uses it; null for the area. */
  readonly layer: Layer | null;
  /** The step of that layer that does; null for the layer itself. */
  readonly step: Step | null;
  readonly mask: string;
}

function sitesOf(layer: Layer): UseSite[] {
  const own = layer.maskUse ? [{ layer, step: null, mask: layer.maskUse.mask }] : [];
  const ofSteps = layer.steps.flatMap((step) =>
    step.maskUse ? [{ layer, step, mask: step.maskUse.mask }] : [],
  );
  return [...own, ...ofSteps];
}

/** The masks that a layer and its steps use. */
export function masksOf(layer: Layer): string[] {
  return sitesOf(layer).map(({ mask }) => mask);
}

/** A layer with each use of a mask, its own and its steps', changed. */
export function withMaskUses<Of extends Pick<Layer, 'maskUse' | 'steps'>>(
  layer: Of,
  change: (use: MaskUse) => MaskUse,
): Of {
  const changed = (use: MaskUse | null) => use && change(use);
  const steps = layer.steps.map((step) => ({ ...step, maskUse: changed(step.maskUse) }));
  return { ...layer, maskUse: changed(layer.maskUse), steps };
}

/** Everything that uses a mask. */
export function maskSites(composition: Composition): UseSite[] {
  const sites = Object.values(composition.layers).flatMap(sitesOf);
  if (composition.area) sites.push({ layer: null, step: null, mask: composition.area.mask });
  return sites;
}

/** The layers whose own mask it is. */
export function usersOf(composition: Composition, mask: string): Layer[] {
  return maskSites(composition).flatMap((site) =>
    site.layer && !site.step && site.mask === mask ? [site.layer] : [],
  );
}

/** Whatever of layers uses a mask: the layers, and the stand-ins for their steps. */
export function holdersOf(composition: Composition, mask: string): Layer[] {
  return maskSites(composition).flatMap((site) => {
    if (!site.layer || site.mask !== mask) return [];
    return [site.step ? stepHolder(site.layer, site.step) : site.layer];
  });
}
