import {
  boundsAfter,
  type Composition,
  growthOf,
  invert,
  type Layer,
  maskMatrix,
  maskOf,
  maskSize,
  multiply,
  type PickedFrom,
  type Rect,
  roundOut,
  type Size,
  scaling,
  translation,
} from '@diplex/document';
import { encodePixels, inScratch, scratchSamples } from '@diplex/kernels';
import { resample } from '../geometry/resample';
import type { PixelReader } from '../pixels/pixel-reader';
import { levelCount, levelSize, type SourceLevel } from '../pixels/source-level';
import { SOURCE_TILE, tiled, tileRect, tilesUnder } from '../pixels/tiled-level';
import { neededPixels, type SourceTile } from '../render/needed-pixels';
import { renderComposition } from '../render/render-composition';
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

/** Whether the colours are those of the holder's source, pixel for pixel. */
function liesOnSource({ holder, from, owner }: GroundPlace): boolean {
  const { maskUse } = holder;
  if (from !== 'layer' || owner.kind !== 'photo' || owner.id !== holder.id) return false;
  return (
    !maskUse || (maskUse.linked && maskUse.lies.every((v, i) => v === ([1, 0, 0, 1, 0, 0][i] ?? 0)))
  );
}

/** What is looked at: the composition, or the owner alone, without its mask. */
function seenFrom({ composition, from, owner }: GroundPlace): Composition {
  if (from === 'composition') return composition;
  const alone = { ...owner, maskUse: null, opacity: 1, shown: true, blending: 'normal' as const };
  return { ...composition, layers: [alone] };
}

function extentOf({ composition, holder }: GroundPlace): Size {
  return maskSize(holder, maskOf(composition, holder));
}

/**
 * The colours under a mask: a layer's own or the composition's. Levels are made when they are asked
 * for and kept on the ground.
 */
export function groundOf(place: GroundPlace, reader: PixelReader): PickGround {
  const { width, height } = extentOf(place);
  const made = new Map<number, SourceLevel>();
  const make = (level: number) => {
    const { owner } = place;
    if (owner.kind === 'photo' && liesOnSource(place) && level < levelCount(width, height)) {
      return wholeLevel(owner.source, level, reader);
    }
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

/** The source tiles that a ground reads for these levels. */
export function groundNeeds(place: GroundPlace, levels: readonly number[]): SourceTile[] {
  const { owner } = place;
  const { width, height } = extentOf(place);
  return levels.flatMap((level) => {
    if (owner.kind === 'photo' && liesOnSource(place)) {
      const at = Math.min(level, levelCount(width, height) - 1);
      const extent = levelSize(width, height, at);
      const places = tilesUnder(extent, { x: 0, y: 0, ...extent });
      return places.map((tile) => ({ source: owner.source, level: at, ...tile }));
    }
    const { region, scale } = seenRegion(place, level);
    return [...neededPixels(seenFrom(place), region, scale).sources];
  });
}

/** A source in one piece. */
export function wholeSource(source: string, reader: PixelReader): SourceLevel {
  return wholeLevel(source, 0, reader);
}

/** One level of a source in one piece. */
function wholeLevel(source: string, level: number, reader: PixelReader): SourceLevel {
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
function seenRegion(place: GroundPlace, level: number): { region: Rect; scale: number } {
  const matrix = maskMatrix(place.holder);
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
  const seen = seenFrom(place);
  const shown = renderComposition(seen, region, scale, reader);
  const encoded = scratchSamples(region.width * region.height * 4, 8) as Uint8Array;
  encodePixels(shown.data, seen.mixIn, encoded);
  const { width: across, height: down } = region;
  const pixels = tiled({ width: across, height: down, channels: 4, data: encoded.slice() });
  const toComposition = multiply(scaling(1 / scale, 1 / scale), translation(region.x, region.y));
  const toLevel = multiply(scaling(2 ** -level, 2 ** -level), invert(maskMatrix(place.holder)));
  const onLevel = { x: 0, y: 0, width, height };
  const image = resample({ level: 0, pixels }, multiply(toLevel, toComposition), onLevel, 'light');
  const data = new Uint8Array(width * height * 4);
  const samples = scratchSamples(data.length, 8) as Uint8Array;
  encodePixels(image.data, 'light', samples);
  data.set(samples);
  return { width, height, channels: 4, data };
}
