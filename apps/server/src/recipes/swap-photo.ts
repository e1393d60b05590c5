import {
  addMask,
  type BlobHash,
  type Composition,
  type Layer,
  layerById,
  type Mask,
  maskOf,
  newId,
  type PhotoLayer,
  type PickedPart,
  perform,
  type Size,
} from '@diplex/document';

/** A photograph that takes the place of another. */
export interface Photo {
  readonly hash: BlobHash;
  readonly title: string;
  readonly width: number;
  readonly height: number;
}

/** What a layer had that belongs to the pixels of its old photograph alone. */
export function boundToOldPixels(layer: Layer): string[] {
  return [
    ...(layer.push ? ['what was pushed'] : []),
    ...(layer.warp ? ['how it was bent'] : []),
    ...(layer.steps.some(({ brushed }) => brushed) ? ['what was brushed in its chain'] : []),
  ];
}

/**
 * The composition with another photograph in a layer, without a mask, as large on the canvas along its longer side as the one before.
 * Its chain, its edge and how it is composited stay; what belongs to the old pixels alone goes.
 */
export function withPhoto(composition: Composition, layer: PhotoLayer, photo: Photo): Composition {
  const { width, height } = photo;
  const { size } = layer.content;
  const ratio = Math.max(size.width, size.height) / Math.max(width, height);
  const { scaleX, scaleY } = layer.placement;
  const swapped: Layer = {
    ...layer,
    content: { kind: 'photo', source: photo.hash, size: { width, height } },
    placement: { ...layer.placement, scaleX: scaleX * ratio, scaleY: scaleY * ratio },
    ...{ push: null, warp: null, laidFlat: false, stance: null, maskUse: null },
    steps: layer.steps.map((step) => ({ ...step, brushed: null })),
  };
  const layers = { ...composition.layers, [layer.id]: swapped };
  const masks = { ...composition.masks };
  const old = layer.maskUse?.mask;
  const stillUsed = Object.values(layers).some((each) =>
    [each.maskUse, ...each.steps.map((step) => step.maskUse)].some((use) => use?.mask === old),
  );
  if (old && !stillUsed && !composition.masks[old]?.shelf) delete masks[old];
  return { ...composition, layers, masks };
}

/** How the edge of a mask was worked out, to be done likewise. */
export interface EdgeWays {
  readonly way: 'hairs' | 'hard';
  /** The width of its band, in mask pixels. */
  readonly band: number;
  /** See PickedPart. */
  readonly strands: number;
  readonly patches: number;
}

/** The way in which the edge of a layer's mask was solved; null where it is as it was cut. */
export function edgeOf(composition: Composition, layer: Layer): EdgeWays | null {
  const parts = (maskOf(composition, layer)?.parts ?? []).filter(
    (part): part is PickedPart => part.kind === 'picked' && part.shown,
  );
  const solvedParts = parts.filter((part) => typeof part.solved === 'number' && part.solved > 0);
  const last = solvedParts.at(-1);
  if (!last) return null;
  const hard = last.recipe.by === 'edge' && last.recipe.way === 'hard';
  const { strands = 0, patches = 0, solved: band } = last;
  return { way: hard ? 'hard' : 'hairs', band: band ?? 0, strands, patches };
}

/** Gives a layer a mask of these parts; its edge is feathered, choked and evened as that of the old mask was. */
export function withParts(
  composition: Composition,
  layer: string,
  parts: readonly PickedPart[],
  old: Mask | undefined,
): Composition {
  const now = layerById(composition, layer);
  const size: Size | undefined = now?.content.kind === 'photo' ? now.content.size : undefined;
  const { feather = 0, choke, evened, firm } = old ?? {};
  const finish = {
    feather,
    ...(choke && { choke }),
    ...(evened && { evened }),
    ...(firm && { firm }),
  };
  const mask: Mask = {
    ...{ id: newId(), name: old?.name ?? 'Subject', startsFrom: 'empty', parts, ...finish },
    ...(size && { size }),
  };
  const bare = now?.maskUse ? { ...now, maskUse: null } : now;
  const without = bare
    ? { ...composition, layers: { ...composition.layers, [layer]: bare } }
    : composition;
  return perform(without, addMask, { layer, mask }).composition;
}
