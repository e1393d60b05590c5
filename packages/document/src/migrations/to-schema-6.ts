import {
  type OldComposition,
  type OldEdge,
  type OldLayer,
  type OldMask,
  type OldPart,
  oldPictureSeen,
} from './schema-5';

/** A document that is not what its schema says; the message names the place. */
export class MigrationRefused extends Error {
  override readonly name = 'MigrationRefused';
  constructor(
    readonly where: string,
    readonly says: string,
  ) {
    super(`${where}: ${says}`);
  }
}

function recordsIn(value: unknown, where: string): readonly { readonly id: string }[] {
  if (!Array.isArray(value)) throw new MigrationRefused(where, 'must be a list');
  const seen = new Set<unknown>();
  value.forEach((each, i) => {
    if (typeof each?.id !== 'string') {
      throw new MigrationRefused(`${where}[${i}].id`, 'must be text');
    }
    if (seen.has(each.id)) throw new MigrationRefused(where, `two have the id ${each.id}`);
    seen.add(each.id);
  });
  return value;
}

const EDGE = [
  'fringe',
  'fringeWidth',
  'fringeWhere',
  'fringeBrushed',
  'tint',
  'tintWidth',
] as const satisfies readonly (keyof OldEdge)[];

function edgeOf(mask: OldMask | undefined): Record<string, unknown> {
  const said = EDGE.filter((key) => mask?.[key] !== undefined);
  return Object.fromEntries(said.map((key) => [key, mask?.[key]]));
}

function newLayer(layer: OldLayer, mask: OldMask | undefined): unknown {
  const { kind, source, fill, size, maskUse, opacity, blending, placement, ...rest } = layer;
  return {
    ...rest,
    content: kind === 'photo' ? { kind, source, size } : { kind, fill, size },
    placement,
    steps: [],
    ...{ maskUse, edge: edgeOf(mask), opacity, blending },
  };
}

/**
 * Digests of what was seen are made otherwise now. What was up to date becomes not known, so that it is not
 * said to have changed; what was not keeps a digest that fits nothing.
 */
function newPart(part: OldPart, scene: OldComposition, user: OldLayer | undefined): OldPart {
  const { seen, ...rest } = part;
  if (seen === undefined || part.kind !== 'picked') return part;
  const from = part.recipe?.from;
  const current = user && from !== undefined && oldPictureSeen(scene, user, from) === seen;
  return current || !user ? rest : part;
}

function newMask(mask: OldMask, scene: OldComposition, user: OldLayer | undefined): unknown {
  const kept = Object.entries(mask).filter(([key]) => !EDGE.some((each) => each === key));
  const parts = Array.isArray(mask.parts)
    ? mask.parts.map((part) => newPart(part, scene, user))
    : mask.parts;
  return { ...Object.fromEntries(kept), parts };
}

/**
 * A document of schema 1 to 5 as one of schema 6: layers and masks by their ids, the order in depth beside
 * them, a layer's content apart from the layer, and the colours of an edge with the layer instead of its mask.
 * Only what it needs is looked at; the rest is checked as schema 6 afterwards.
 * @throws MigrationRefused
 */
export function toSchema6(document: object): object {
  const scene = document as OldComposition & Record<string, unknown>;
  const layers = recordsIn(scene.layers, 'layers') as readonly OldLayer[];
  const masks = recordsIn(scene.masks, 'masks') as readonly OldMask[];
  const byId = new Map(masks.map((mask) => [mask.id, mask]));
  const { schema: _, layers: __, masks: ___, ...rest } = scene;
  const users = (mask: OldMask) => layers.find((layer) => layer.maskUse?.mask === mask.id);
  return {
    schema: 6,
    ...rest,
    layers: Object.fromEntries(
      layers.map((layer) => [layer.id, newLayer(layer, byId.get(layer.maskUse?.mask ?? ''))]),
    ),
    root: layers.map(({ id }) => id),
    masks: Object.fromEntries(masks.map((mask) => [mask.id, newMask(mask, scene, users(mask))])),
  };
}
