import {
  AREA_ID,
  areaLayer,
  type BlobHash,
  boundsAfter,
  type Composition,
  growRect,
  intersectRects,
  isEmpty,
  type Layer,
  maskOf,
  PAINTED_TILE_SIZE,
  type Rect,
  tiledOf,
} from '@diplex/document';
import { sourceRect } from '../geometry/resample';
import { levelSize } from '../pixels/source-level';
import { type TilePlace, tilesUnder } from '../pixels/tiled-level';
import { fringeReach } from './clean-fringe';
import { maskSupport } from './damage';
import { tintReach } from './edge-tint';
import { layerToOutput, levelFor, maskToOutput } from './render-layer';
import { toneLayers } from './tone-layers';

/** A tile of a level of a source. */
export interface SourceTile extends TilePlace {
  readonly source: BlobHash;
  readonly level: number;
}

/** What has to be at hand to draw a region of a composition at a scale. */
export interface NeededPixels {
  readonly sources: readonly SourceTile[];
  readonly painted: readonly BlobHash[];
}

/**
 * The source tiles and painted tiles that `renderComposition` and `renderView` will read.
 * @param viewed a layer that is looked at even when it is not shown; AREA_ID for the area
 */
export function neededPixels(
  composition: Composition,
  region: Rect,
  scale: number,
  viewed?: string,
): NeededPixels {
  const sources = new Map<string, SourceTile>();
  const painted = new Set<BlobHash>();
  const seen = (layer: Layer) => (layer.shown && layer.opacity > 0) || layer.id === viewed;
  // What lies behind a tinted edge is looked at from afar.
  const tinted = Math.max(
    0,
    ...composition.layers.filter(seen).map((each) => tintReach(maskOf(composition, each), scale)),
  );
  const addSource = (layer: Layer): Rect => {
    const toOutput = layerToOutput(layer, scale);
    const bounds = boundsAfter(toOutput, { x: 0, y: 0, ...layer.size });
    const wide = growRect(region, tinted + fringeReach(maskOf(composition, layer), scale));
    const part = intersectRects(growRect(bounds, 1), wide);
    if (isEmpty(part) || layer.kind !== 'photo') return part;
    const { source, size } = layer;
    const level = levelFor(layer, scale);
    const extent = levelSize(size.width, size.height, level);
    for (const place of tilesUnder(extent, sourceRect(level, toOutput, wide))) {
      sources.set(`${source}/${level}/${place.column},${place.row}`, { source, level, ...place });
    }
    return part;
  };
  const area = viewed === AREA_ID ? [areaLayer(composition)] : [];
  for (const layer of [...composition.layers.filter(seen), ...area]) {
    const part = addSource(layer);
    if (isEmpty(part)) continue;
    for (const hash of paintedUnder(composition, layer, part, scale)) painted.add(hash);
    for (const other of toneLayers(composition, layer)) addSource(other);
  }
  return { sources: [...sources.values()], painted: [...painted] };
}

/** The painted tiles of a layer's mask that reach into a region. */
function paintedUnder(
  composition: Composition,
  layer: Layer,
  region: Rect,
  scale: number,
): BlobHash[] {
  const mask = maskOf(composition, layer);
  if (!mask) return [];
  const toOutput = maskToOutput(layer, scale);
  const reach = maskSupport(mask) * scale + 2;
  const size = PAINTED_TILE_SIZE;
  const shown = { ...mask, parts: mask.parts.filter((part) => part.shown) };
  return tiledOf(shown).flatMap(({ tiles }) => {
    return Object.entries(tiles).flatMap(([key, hash]) => {
      const [column, row] = key.split(',').map(Number) as [number, number];
      const square = { x: column * size, y: row * size, width: size, height: size };
      const under = growRect(boundsAfter(toOutput, square), reach);
      return isEmpty(intersectRects(under, region)) ? [] : [hash];
    });
  });
}
