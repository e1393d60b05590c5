import {
  coverageOnGrid,
  drawnTiles,
  holderCoverage,
  layerAlpha,
  type PixelReader,
  scanConvert,
  type Touching,
  type TouchWay,
  wayToTouch,
} from '@diplex/core';
import {
  areaLayer,
  type Composition,
  cornersOf,
  growRect,
  type Layer,
  layerBounds,
  layerById,
  maskOf,
  type Rect,
} from '@diplex/document';
import { inScratch } from '@diplex/kernels';
import { contours } from 'd3-contour';
import type { LaidFrom } from '../protocol';
import { handOver, type JobHandler } from './job-handler';

/** How what is laid down covers the composition. */
function drawerFrom(from: LaidFrom, scene: Composition, pixels: PixelReader) {
  if (from.of === 'area') return holderCoverage(scene, areaLayer(scene), pixels);
  const layer = layerById(scene, from.layer);
  if (!layer) throw new Error('That layer is no longer in the composition.');
  if (from.of === 'layer') return layerAlpha(scene, layer, pixels);
  return holderCoverage(...withOnly(scene, layer, from.part), pixels);
}

/** The composition with a layer whose mask is one of its parts and nothing else. */
function withOnly(scene: Composition, layer: Layer, id: string): [Composition, Layer] {
  const mask = maskOf(scene, layer);
  const part = mask?.parts.find((each) => each.id === id);
  if (!mask || !part || !layer.maskUse) {
    throw new Error('That mask part is no longer in the mask.');
  }
  const { amount: _, ...whole } = part;
  const parts = [{ ...whole, combine: 'add' as const, shown: true }];
  const plain = { id: mask.id, name: mask.name, startsFrom: 'empty' as const, parts, feather: 0 };
  const masks = { ...scene.masks, [mask.id]: plain };
  const holder = { ...layer, maskUse: { ...layer.maskUse, turnedRound: false, density: 1 } };
  const layers = { ...scene.layers, [layer.id]: holder };
  return [{ ...scene, masks, layers }, holder];
}

export const layCoverageJob: JobHandler<'lay-coverage'> = (ask, { pixels, stopped, progress }) => {
  const scene = pixels.composition(ask.composition);
  const { toComposition, size } = ask.onto;
  const draw = drawerFrom(ask.from, scene, pixels);
  const task = { stopped, onProgress: progress };
  // What was painted says nothing where it has no tile.
  const empties = ask.from.of === 'part' ? 'kept' : 'left out';
  const lay = (region: Rect) => coverageOnGrid(draw, toComposition, region);
  return handOver(drawnTiles(lay, size, empties, task));
};

/** A layer as it touches others: by its own alpha and its mask. */
function touching(scene: Composition, id: string, pixels: PixelReader): Touching {
  const layer = layerById(scene, id);
  if (!layer) throw new Error('That layer is no longer in the composition.');
  return { draw: layerAlpha(scene, layer, pixels), bounds: layerBounds(scene, layer) };
}

/** What lies beyond the side of the canvas that a thing is moved to. */
function beyondCanvas({ canvas }: Composition, way: TouchWay): Touching {
  const { width, height } = canvas;
  const bounds = {
    down: { x: -width, y: height, width: 3 * width, height: 1 },
    up: { x: -width, y: -1, width: 3 * width, height: 1 },
    left: { x: -1, y: -height, width: 1, height: 3 * height },
    right: { x: width, y: -height, width: 1, height: 3 * height },
  }[way];
  const draw = (region: Rect, scale: number) =>
    scanConvert(
      cornersOf(bounds).map(({ x, y }) => ({ x: x * scale, y: y * scale })),
      region,
    );
  return { draw, bounds };
}

export const wayToTouchJob: JobHandler<'way-to-touch'> = (ask, { pixels }) => {
  const scene = pixels.composition(ask.composition);
  const moved = touching(scene, ask.layer, pixels);
  const other =
    ask.other === null ? beyondCanvas(scene, ask.way) : touching(scene, ask.other, pixels);
  return { answer: wayToTouch(moved, other, ask.way) };
};

export const areaOutlineJob: JobHandler<'area-outline'> = (ask, { pixels }) =>
  inScratch(() => {
    const scene = pixels.composition(ask.composition);
    const holder = areaLayer(scene);
    if (!holder.maskUse) return { answer: [] };
    // Lines that end at the region's border lie outside it.
    const region = growRect(ask.region, 2);
    const { data, width, height } = holderCoverage(scene, holder, pixels)(region, ask.scale);
    const [found] = contours().size([width, height]).thresholds([0.5])(data as unknown as number[]);
    const answer = (found?.coordinates ?? []).flat().map((ring) => {
      const line = new Float32Array(ring.length * 2);
      ring.forEach(([x = 0, y = 0], i) => {
        line[i * 2] = (x + region.x) / ask.scale;
        line[i * 2 + 1] = (y + region.y) / ask.scale;
      });
      return line;
    });
    return { answer, transfer: answer.map((line) => line.buffer as ArrayBuffer) };
  });
