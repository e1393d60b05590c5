import {
  boundsAfter,
  type Composition,
  invert,
  type Layer,
  layerMatrix,
  type Matrix,
  maskMatrix,
  multiply,
  type PickedFrom,
  type Rect,
  roundOut,
  scaling,
  translation,
} from '@diplex/document';
import { encodePixels, inScratch, scratchSamples } from '@diplex/kernels';
import { resample } from '../geometry/resample';
import type { PixelReader } from '../pixels/pixel-reader';
import { levelCount, levelSize, type SourceLevel } from '../pixels/source-level';
import { SOURCE_TILE, type TiledLevel, tiled, tileRect, tilesUnder } from '../pixels/tiled-level';
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

/** Whether a layer's mask has a pixel for every pixel of the layer's source, and in its place. */
function liesOnSource(layer: Layer): boolean {
  const { maskUse } = layer;
  return (
    !maskUse || (maskUse.linked && maskUse.lies.every((v, i) => v === ([1, 0, 0, 1, 0, 0][i] ?? 0)))
  );
}

/**
 * The colours under a layer's mask: the layer's own or the composition's. Levels are made when they
 * are asked for and kept on the ground.
 */
export function groundOf(
  composition: Composition,
  layer: Layer,
  from: PickedFrom,
  reader: PixelReader,
): PickGround {
  const { width, height } = layer.size;
  const made = new Map<number, SourceLevel>();
  const make = (level: number) => {
    if (from === 'layer' && liesOnSource(layer) && level < levelCount(width, height)) {
      return wholeLevel(layer, level, reader);
    }
    return inScratch(() => underMask(composition, layer, from, level, reader));
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
export function groundNeeds(
  composition: Composition,
  layer: Layer,
  from: PickedFrom,
  levels: readonly number[],
): SourceTile[] {
  const { width, height } = layer.size;
  return levels.flatMap((level) => {
    if (from === 'layer') {
      const at = Math.min(level, levelCount(width, height) - 1);
      const extent = levelSize(width, height, at);
      const places = tilesUnder(extent, { x: 0, y: 0, ...extent });
      return places.map((place) => ({ source: layer.source, level: at, ...place }));
    }
    const { region, scale } = seenRegion(layer, level);
    return [...neededPixels(composition, region, scale).sources];
  });
}

/** A source in one piece. */
export function wholeSource(source: string, reader: PixelReader): SourceLevel {
  return wholeLevel({ source }, 0, reader);
}

/** One level of the layer's source in one piece. */
function wholeLevel(
  { source }: Pick<Layer, 'source'>,
  level: number,
  reader: PixelReader,
): SourceLevel {
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

/** The part of the composition that a layer's mask lies on, at the scale of one of its levels. */
function seenRegion(layer: Layer, level: number): { region: Rect; scale: number } {
  const matrix = maskMatrix(layer);
  const growth = Math.sqrt(Math.abs(matrix[0] * matrix[3] - matrix[1] * matrix[2]));
  const scale = 1 / (growth * 2 ** level);
  const bounds = boundsAfter(multiply(scaling(scale, scale), matrix), {
    x: 0,
    y: 0,
    ...layer.size,
  });
  return { region: roundOut(bounds), scale };
}

/** What lies under the mask's pixels at a level, wherever the mask lies. */
function underMask(
  composition: Composition,
  layer: Layer,
  from: PickedFrom,
  level: number,
  reader: PixelReader,
): SourceLevel {
  const { width, height } = levelSize(layer.size.width, layer.size.height, level);
  const region = { x: 0, y: 0, width, height };
  const toLevel = multiply(scaling(2 ** -level, 2 ** -level), invert(maskMatrix(layer)));
  const { pixels, at, map } =
    from === 'layer'
      ? ownPixels(layer, level, reader)
      : shownPixels(composition, layer, level, reader);
  if (!pixels) throw new PickLacksPixels();
  const image = resample({ level: at, pixels }, multiply(toLevel, map), region, 'light');
  const data = new Uint8Array(width * height * 4);
  const samples = scratchSamples(data.length, 8) as Uint8Array;
  encodePixels(image.data, 'light', samples);
  data.set(samples);
  return { width, height, channels: 4, data };
}

/** Pixels, which level they are, and where that level's source lies in the composition. */
interface Under {
  readonly pixels: TiledLevel | undefined;
  readonly at: number;
  readonly map: Matrix;
}

function ownPixels(layer: Layer, level: number, reader: PixelReader): Under {
  const coarsest = levelCount(layer.size.width, layer.size.height) - 1;
  const at = Math.min(level, coarsest);
  return { pixels: reader.level(layer.source, at), at, map: layerMatrix(layer) };
}

function shownPixels(
  composition: Composition,
  layer: Layer,
  level: number,
  reader: PixelReader,
): Under {
  const { region, scale } = seenRegion(layer, level);
  const shown = renderComposition(composition, region, scale, reader);
  const { width, height } = region;
  const encoded = scratchSamples(width * height * 4, 8) as Uint8Array;
  encodePixels(shown.data, composition.mixIn, encoded);
  const pixels = tiled({ width, height, channels: 4, data: encoded.slice() });
  const map = multiply(scaling(1 / scale, 1 / scale), translation(region.x, region.y));
  return { pixels, at: 0, map };
}
