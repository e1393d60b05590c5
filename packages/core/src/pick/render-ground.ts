import {
  boundsAfter,
  type Composition,
  growthOf,
  hasExtent,
  IDENTITY,
  invert,
  type Layer,
  layerById,
  layerIdOf,
  layerMatrix,
  type Matrix,
  maskMatrix,
  maskSize,
  multiply,
  nameOfSource,
  type PickedFrom,
  type Rect,
  roundOut,
  type Size,
  scaling,
  stepIdOf,
  translation,
} from '@diplex/document';
import { encodePixels, inScratch, scratchSamples } from '@diplex/kernels';
import { resample } from '../geometry/resample';
import { graphOf } from '../graph/composition-graph';
import { digestOf, digestOfPart } from '../graph/digest';
import type { GraphNode, Leaves } from '../graph/node';
import { neededBy, renderNode } from '../graph/render-node';
import type { PixelReader } from '../pixels/pixel-reader';
import { levelCount, levelSize, type SourceLevel } from '../pixels/source-level';
import { SOURCE_TILE, tiled, tileRect, tilesUnder } from '../pixels/tiled-level';
import type { PickGround } from './pick-ground';

/** Pixels that a pick needs are not at hand. */
export class PickLacksPixels extends Error {
  override readonly name = 'PickLacksPixels';
  constructor() {
    super('Some pixels of the photograph are not there yet. Try again in a moment.');
  }
}

/** Whose mask is picked for, and from whose colours. */
export interface GroundPlace {
  readonly composition: Composition;
  /** The layer whose mask it is, or the area's stand-in. */
  readonly holder: Layer;
  readonly from: PickedFrom;
  /** The layer whose colours `layer` means: the holder, except for an area. */
  readonly owner: Layer;
}

/** The name of the photograph's pixels where the mask's are these, one for one, and they are what is looked at. */
function photoUnder({ composition, holder, from, owner }: GroundPlace): string | null {
  const { content } = owner;
  if (from !== 'layer' || content.kind !== 'photo' || owner.id !== holder.id) return null;
  const { maskUse } = holder;
  const { width, height } = maskSize(composition, holder);
  const alike = width === content.size.width && height === content.size.height;
  const upright = maskUse?.lies.every((value, i) => value === IDENTITY[i]) ?? true;
  if (!alike || !upright || !(maskUse?.linked ?? true)) return null;
  return nameOfSource({ source: content.source, profile: composition.canvas.profile });
}

/** What is looked at: the composition, or the owner alone, without its mask. */
function seenFrom({ composition, from, owner }: GroundPlace): GraphNode {
  const graph = graphOf(composition);
  return from === 'composition' ? graph.root : graph.alone(owner);
}

function extentOf({ composition, holder }: Pick<GroundPlace, 'composition' | 'holder'>): Size {
  return maskSize(composition, holder);
}

/** A tenth of a thousandth of a pixel: linking and unlinking a mask moves nothing, but for the last digits. */
const PLACES = 1e4;

function rounded(matrix: Matrix): number[] {
  return matrix.map((value) => Math.round(value * PLACES) / PLACES + 0);
}

/** A composition with a layer's mask left out: what is picked for it does not depend on what was picked. */
function withoutMask({ composition, holder }: GroundPlace): Composition {
  const layer = layerById(composition, layerIdOf(holder.id));
  if (!layer) return composition;
  const stepId = stepIdOf(holder.id);
  const bare: Layer =
    stepId === null
      ? { ...layer, maskUse: null, edge: {} }
      : {
          ...layer,
          steps: layer.steps.map((step) =>
            step.id === stepId ? { ...step, maskUse: null } : step,
          ),
        };
  const layers = { ...composition.layers, [layer.id]: bare };
  return { ...composition, layers };
}

/**
 * A digest of what lies under the pixels of a mask, and thus of what is picked from it: it changes when
 * the owner's own picture comes to lie otherwise under the mask, or, where the composition is looked at,
 * when anything that shows in it does. The holder's own mask does not count: it is what is made.
 */
export function groundKey(place: GroundPlace): string {
  const { composition, holder, from, owner } = place;
  const onCanvas = maskMatrix(composition, holder);
  const { width, height } = extentOf(place);
  if (from === 'composition') {
    const seen = graphOf(withoutMask(place)).root.key;
    return digestOf(JSON.stringify([seen, rounded(onCanvas), width, height]));
  }
  const onOwner = multiply(invert(layerMatrix(composition, owner)), onCanvas);
  const { content } = owner;
  // A photograph or a fill is the same wherever it lies; a group is what is in it, where that lies.
  const picture = !hasExtent(owner)
    ? [graphOf(composition).layer(owner).picture.key, rounded(onCanvas)]
    : [digestOfPart(content), rounded(onOwner)];
  return digestOf(JSON.stringify([picture, width, height]));
}

/**
 * The colours under a mask: a layer's own or the composition's. Levels are made when they are asked
 * for and kept on the ground.
 */
export function groundOf(place: GroundPlace, reader: PixelReader): PickGround {
  const { width, height } = extentOf(place);
  const made = new Map<number, SourceLevel>();
  const make = (level: number) => {
    const photo = photoUnder(place);
    if (photo && level < levelCount(width, height)) return wholeLevel(photo, level, reader);
    return inScratch(() => underMask(place, level, reader));
  };
  return {
    width,
    height,
    level(level) {
      const known = made.get(level) ?? make(level);
      made.set(level, known);
      return known;
    },
  };
}

/** What a ground reads of sources and painted tiles for these levels. */
export function groundNeeds(place: GroundPlace, levels: readonly number[]): Leaves {
  const { width, height } = extentOf(place);
  const photo = photoUnder(place);
  const leaves = levels.map((level): Leaves => {
    if (!photo) {
      const { region, scale } = seenRegion(place, level);
      return neededBy(seenFrom(place), region, scale);
    }
    const at = Math.min(level, levelCount(width, height) - 1);
    const extent = levelSize(width, height, at);
    const places = tilesUnder(extent, { x: 0, y: 0, ...extent });
    return {
      sources: places.map((tile) => ({ source: photo, level: at, ...tile })),
      painted: [],
    };
  });
  return {
    sources: leaves.flatMap(({ sources }) => sources),
    painted: leaves.flatMap(({ painted }) => painted),
  };
}

/** A source in one piece. */
export function wholeSource(source: string, reader: PixelReader): SourceLevel {
  return wholeLevel(source, 0, reader);
}

/** One level of a source in one piece. */
export function wholeLevel(source: string, level: number, reader: PixelReader): SourceLevel {
  const tiles = reader.level(source, level);
  if (!tiles) throw new PickLacksPixels();
  const { width, height, channels, bits } = tiles;
  const count = width * height * channels;
  const data = bits === 8 ? new Uint8Array(count) : new Uint16Array(count);
  for (const { column, row } of tilesUnder(tiles, { x: 0, y: 0, width, height })) {
    const samples = tiles.tile(column, row);
    if (!samples) throw new PickLacksPixels();
    const rect = tileRect(tiles, column, row);
    const line = rect.width * channels;
    for (let y = 0; y < rect.height; y++) {
      const to = ((row * SOURCE_TILE + y) * width + rect.x) * channels;
      data.set(samples.subarray(y * line, (y + 1) * line), to);
    }
  }
  return { width, height, channels, data };
}

/** The part of the composition that a mask lies on, at the scale of one of its levels. */
export function seenRegion(
  place: Pick<GroundPlace, 'composition' | 'holder'>,
  level: number,
): { region: Rect; scale: number } {
  const matrix = maskMatrix(place.composition, place.holder);
  const scale = 1 / (growthOf(matrix) * 2 ** level);
  const bounds = boundsAfter(multiply(scaling(scale, scale), matrix), {
    x: 0,
    y: 0,
    ...extentOf(place),
  });
  return { region: roundOut(bounds), scale };
}

/** What lies under the mask's pixels at a level, wherever the mask lies. */
function underMask(place: GroundPlace, level: number, reader: PixelReader): SourceLevel {
  const extent = extentOf(place);
  const { width, height } = levelSize(extent.width, extent.height, level);
  const { region, scale } = seenRegion(place, level);
  const complete: PixelReader = {
    level: (source, at) => reader.level(source, at),
    paintedTile: (hash) => reader.paintedTile(hash),
    lacks() {
      throw new PickLacksPixels();
    },
  };
  const shown = renderNode(seenFrom(place), region, scale, complete);
  const encoded = scratchSamples(region.width * region.height * 4, 8) as Uint8Array;
  if (shown) encodePixels(shown.data, place.composition.mixIn, encoded);
  else encoded.fill(0);
  const { width: across, height: down } = region;
  const pixels = tiled({ width: across, height: down, channels: 4, data: encoded.slice() });
  const toComposition = multiply(scaling(1 / scale, 1 / scale), translation(region.x, region.y));
  const toLevel = multiply(
    scaling(2 ** -level, 2 ** -level),
    invert(maskMatrix(place.composition, place.holder)),
  );
  const onLevel = { x: 0, y: 0, width, height };
  const image = resample({ level: 0, pixels }, multiply(toLevel, toComposition), onLevel, 'light');
  const data = new Uint8Array(width * height * 4);
  const samples = scratchSamples(data.length, 8) as Uint8Array;
  encodePixels(image.data, 'light', samples);
  data.set(samples);
  return { width, height, channels: 4, data };
}
