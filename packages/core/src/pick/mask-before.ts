import {
  type Composition,
  type Layer,
  type Mask,
  maskHolder,
  maskMatrix,
  maskOf,
  maskSize,
} from '@diplex/document';
import { inScratch } from '@diplex/kernels';
import { graphOf } from '../graph/composition-graph';
import { digestOf } from '../graph/digest';
import type { GraphNode, Leaves } from '../graph/node';
import { neededBy } from '../graph/render-node';
import type { PixelReader } from '../pixels/pixel-reader';
import { coverageOnGrid, holderCoverage } from '../render/coverage-on-grid';
import { PickLacksPixels, seenRegion } from './render-ground';

/** The parts of a mask before one of them. */
export interface BeforePlace {
  readonly composition: Composition;
  /** The layer whose mask it is, or the area's stand-in. */
  readonly holder: Layer;
  /** The part; null for all parts. */
  readonly part: string | null;
}

/** The composition with nothing of a mask but its parts before one, as they are combined. */
function onlyBefore({ composition, holder, part }: BeforePlace): {
  readonly composition: Composition;
  readonly holder: Layer;
} | null {
  const mask = maskOf(composition, holder);
  if (!mask) return null;
  const at = part === null ? -1 : mask.parts.findIndex(({ id }) => id === part);
  const parts = at < 0 ? mask.parts : mask.parts.slice(0, at);
  const { id, name, size, startsFrom } = mask;
  const bare: Mask = { id, name, startsFrom, feather: 0, parts, ...(size && { size }) };
  const found = maskHolder(composition, holder.id) ?? holder;
  if (!found.maskUse) return null;
  const maskUse = { ...found.maskUse, turnedRound: false, density: 1 };
  const used: Layer = { ...found, maskUse, byTone: null };
  const { layers, masks } = composition;
  const made = {
    ...composition,
    masks: { ...masks, [id]: bare },
    // A layer is drawn as the composition has it.
    ...(holder.id in layers && { layers: { ...layers, [holder.id]: used } }),
  };
  return { composition: made, holder: used };
}

function maskNodeOf(place: BeforePlace): GraphNode | null {
  const before = onlyBefore(place);
  return before && graphOf(before.composition).layer(before.holder).mask;
}

/** What has to be at hand to draw the parts before one. */
export function maskBeforeNeeds(place: BeforePlace): Leaves {
  const node = maskNodeOf(place);
  if (!node) return { sources: [], painted: [] };
  const { region, scale } = seenRegion(place, 0);
  return neededBy(node, region, scale);
}

/**
 * What an edge is worked out from: it changes when the coverage of the parts before it may, or what lies under the mask.
 * @param ground the key of what lies under the mask
 */
export function maskBeforeKey(place: BeforePlace, ground: string): string {
  return digestOf(JSON.stringify([ground, maskNodeOf(place)?.key ?? '']));
}

/**
 * The coverage of all parts before one, for each pixel of the mask, 0..1.
 * @throws PickLacksPixels where something of them is not at hand
 */
export function maskBefore(place: BeforePlace, reader: PixelReader): Float32Array {
  const { width, height } = maskSize(place.composition, place.holder);
  const before = onlyBefore(place);
  if (!before) return new Float32Array(width * height);
  const complete: PixelReader = {
    level: (source, at) => reader.level(source, at),
    paintedTile: (hash) => reader.paintedTile(hash),
    lacks() {
      throw new PickLacksPixels();
    },
  };
  const toComposition = maskMatrix(before.composition, before.holder);
  return inScratch(() => {
    const draw = holderCoverage(before.composition, before.holder, complete);
    return coverageOnGrid(draw, toComposition, { x: 0, y: 0, width, height }).data.slice();
  });
}
