import {
  type Composition,
  growRect,
  invert,
  isEmpty,
  isPaint,
  layerById,
  layerMatrix,
  type Matrix,
  multiply,
  PAINTED_TILE_SIZE,
  type PaintLayer,
  paintedBounds,
  type Rect,
  roundOut,
  type Tiled,
  translation,
} from '@diplex/document';
import { encodePixels, inScratch, scratchSamples } from '@diplex/kernels';
import { graphOf } from '../graph/composition-graph';
import type { GraphNode, Leaves } from '../graph/node';
import { TakenNode } from '../graph/nodes/paint-nodes';
import { neededBy, renderNode } from '../graph/render-node';
import type { PixelReader } from '../pixels/pixel-reader';
import { findPatches, type PatchSearch } from './find-patches';

const SIDE = PAINTED_TILE_SIZE;
const TOP = 65_535;

/** At most so many pixels are searched; what is larger is searched smaller. */
const MOST_PIXELS = 2_500_000;

/** What is to be smoothed over. */
export interface SmoothPlace {
  readonly composition: Composition;
  /** A paint layer of the composition, and the coat that says where. */
  readonly layer: string;
  readonly coat: string;
  /** About half the width of what is smoothed over, in pixels of the layer. */
  readonly radius: number;
}

/** Pixels that are taken from elsewhere, and where they are laid. */
export interface SmoothPatch {
  /** From the layer's own pixels to the composition pixels that are taken. */
  readonly onto: Matrix;
  readonly tiles: Readonly<Record<string, Uint16Array>>;
}

interface Searched {
  readonly layer: PaintLayer;
  readonly coat: Tiled;
  readonly seen: GraphNode;
  readonly rect: Rect;
  readonly scale: number;
}

/** What is looked at: what lies behind the layer, on the layer's own pixels, about the coat. */
function searched({ composition, layer: id, coat: name, radius }: SmoothPlace): Searched | null {
  const layer = layerById(composition, id);
  const coat = layer && isPaint(layer) && layer.content.coats.find((each) => each.id === name);
  if (!layer || !isPaint(layer) || !coat) return null;
  const bounds = paintedBounds([coat]);
  if (isEmpty(bounds)) return null;
  const around = growRect(bounds, Math.max(64, radius * 9));
  const scale = scaleFor(around);
  const { behind } = graphOf(composition).layer(layer);
  const seen = new TakenNode(behind, invert(layerMatrix(composition, layer)));
  const { x, y, width, height } = around;
  const rect = roundOut({
    ...{ x: x * scale, y: y * scale, width: width * scale, height: height * scale },
  });
  return { layer, coat, seen, rect, scale };
}

function scaleFor({ width, height }: Rect): number {
  let scale = 1;
  while (width * height * scale * scale > MOST_PIXELS) scale /= 2;
  return scale;
}

/** What has to be at hand for `smoothOver`. */
export function smoothNeeds(place: SmoothPlace): Leaves {
  const at = searched(place);
  if (!at) return { sources: [], painted: [] };
  const { sources, painted } = neededBy(at.seen, at.rect, at.scale);
  const { coats } = at.layer.content;
  return { sources, painted: [...painted, ...coats.flatMap(({ tiles }) => Object.values(tiles))] };
}

/**
 * What covers a coat's place with its surroundings: see `findPatches`. Nothing is taken from where other coats of the
 * layer lie, since what lies behind them is what was to be covered.
 */
export function smoothOver(
  place: SmoothPlace,
  reader: PixelReader,
  how: Pick<PatchSearch, 'stopped' | 'onProgress'>,
): readonly SmoothPatch[] {
  const at = searched(place);
  if (!at) return [];
  const { rect, scale, layer, coat } = at;
  const { width, height } = rect;
  const data = new Uint8Array(width * height * 4);
  inScratch(() => {
    const image = renderNode(at.seen, rect, scale, reader);
    if (!image) return;
    const encoded = scratchSamples(data.length, 8) as Uint8Array;
    encodePixels(image.data, place.composition.mixIn, encoded);
    data.set(encoded);
  });
  const hole = coverageIn(coat, rect, scale, reader);
  const barred = new Uint8Array(width * height);
  for (const other of layer.content.coats) {
    if (other === coat) continue;
    coverageIn(other, rect, scale, reader).forEach((value, p) => {
      if (value > 0.01) barred[p] = 1;
    });
  }
  const radius = Math.max(1, place.radius * scale);
  const found = findPatches({ width, height, data }, { hole, barred, radius, ...how });
  const matrix = layerMatrix(place.composition, layer);
  return found.map(({ offset, laid }) => ({
    onto: multiply(matrix, translation(offset.x / scale, offset.y / scale)),
    tiles: tilesOf(laid, rect, scale, coat, reader),
  }));
}

/** What a coat covers in a rectangle of layer pixels at a scale: the most of the pixels that fall into one. */
function coverageIn(coat: Tiled, rect: Rect, scale: number, reader: PixelReader): Float32Array {
  const coverage = new Float32Array(rect.width * rect.height);
  for (const [key, hash] of Object.entries(coat.tiles)) {
    const pairs = reader.paintedTile(hash);
    if (!pairs) continue;
    const [column = 0, row = 0] = key.split(',').map(Number);
    for (let y = 0; y < SIDE; y++) {
      const v = Math.floor((row * SIDE + y) * scale) - rect.y;
      if (v < 0 || v >= rect.height) continue;
      for (let x = 0; x < SIDE; x++) {
        const value = covered(pairs, y * SIDE + x);
        const u = Math.floor((column * SIDE + x) * scale) - rect.x;
        if (value === 0 || u < 0 || u >= rect.width) continue;
        const p = v * rect.width + u;
        coverage[p] = Math.max(coverage[p] as number, value);
      }
    }
  }
  return coverage;
}

function covered(pairs: Uint16Array, at: number): number {
  return ((pairs[at * 2] as number) / TOP) * ((pairs[at * 2 + 1] as number) / TOP);
}

/** How much of a patch is laid, as tiles: at full size the share of the patch, times what the coat covers. */
function tilesOf(
  laid: Float32Array,
  rect: Rect,
  scale: number,
  coat: Tiled,
  reader: PixelReader,
): Readonly<Record<string, Uint16Array>> {
  const tiles: Record<string, Uint16Array> = {};
  for (const [key, hash] of Object.entries(coat.tiles)) {
    const before = reader.paintedTile(hash);
    if (!before) continue;
    const [column = 0, row = 0] = key.split(',').map(Number);
    const pairs = new Uint16Array(SIDE * SIDE * 2);
    let any = false;
    for (let y = 0, p = 0; y < SIDE; y++) {
      const v = Math.floor((row * SIDE + y) * scale) - rect.y;
      for (let x = 0; x < SIDE; x++, p++) {
        const u = Math.floor((column * SIDE + x) * scale) - rect.x;
        const value = laid[v * rect.width + u] as number;
        if (!(value > 0)) continue;
        // Where it was searched smaller, what was painted says how far it goes.
        const most = scale === 1 ? value : Math.min(value, covered(before, p));
        pairs[p * 2] = TOP;
        pairs[p * 2 + 1] = Math.round(TOP * most);
        any = true;
      }
    }
    if (any) tiles[key] = pairs;
  }
  return tiles;
}
