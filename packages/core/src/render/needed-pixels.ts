import { type BlobHash, type Composition, type Layer, maskOf } from '@diplex/document';
import { levelFor } from './render-layer';

/** What has to be at hand to draw a composition at a scale. */
export interface NeededPixels {
  readonly levels: readonly { readonly source: BlobHash; readonly level: number }[];
  readonly tiles: readonly BlobHash[];
}

/** The pyramid levels and painted tiles that `renderComposition` and `renderView` will read. */
export function neededPixels(
  composition: Composition,
  scale: number,
  viewed?: string,
): NeededPixels {
  const levels = new Map<string, { source: BlobHash; level: number }>();
  const tiles = new Set<BlobHash>();
  const seen = (layer: Layer) => (layer.shown && layer.opacity > 0) || layer.id === viewed;
  for (const layer of composition.layers.filter(seen)) {
    const need = { source: layer.source, level: levelFor(layer, scale) };
    levels.set(`${need.source}/${need.level}`, need);
    for (const part of maskOf(composition, layer)?.parts ?? []) {
      if (part.kind !== 'painted' || !part.shown) continue;
      for (const hash of Object.values(part.tiles)) tiles.add(hash);
    }
  }
  return { levels: [...levels.values()], tiles: [...tiles] };
}
