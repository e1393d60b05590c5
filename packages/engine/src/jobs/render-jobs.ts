import {
  checkEdge,
  halveLevel,
  layersAt,
  meanColour,
  type PixelReader,
  renderComposition,
  renderView,
  sceneHorizon,
  viewPlan,
} from '@diplex/core';
import { layerById, type Rect, type Size } from '@diplex/document';
import { adopt, encodePixels, inScratch, scratchFloats, scratchSamples } from '@diplex/kernels';
import { allocateBytes } from '../shared-memory';
import type { JobHandler } from './job-handler';

export const renderViewJob: JobHandler<'render-view'> = (ask, { pixels, stopped }) =>
  inScratch(() => {
    const composition = pixels.composition(ask.composition);
    const { view, region, scale, worksOn, tile } = ask;
    const { reader, lacking } = watched(pixels);
    const how = { stopped, ...(tile && { store: pixels.drawn, tile }) };
    const plan = viewPlan(composition, worksOn, how);
    const samples = renderView(composition, view, region, scale, reader, plan);
    // A page's picture cannot be made from shared memory.
    const drawn = new Uint8ClampedArray(new ArrayBuffer(samples.length));
    drawn.set(samples);
    return { answer: { pixels: drawn, standsIn: lacking.size > 0 }, transfer: [drawn.buffer] };
  });

/** A reader that notes what is missing. */
function watched(pixels: PixelReader): { reader: PixelReader; lacking: ReadonlySet<string> } {
  const lacking = new Set<string>();
  const reader: PixelReader = {
    level: (source, level) => pixels.level(source, level),
    paintedTile: (hash) => pixels.paintedTile(hash),
    lacks: (what) => lacking.add(what),
  };
  return { reader, lacking };
}

/** The mean of premultiplied pixels, as one. */
function meanPixel(data: Float32Array): Float32Array {
  const mean = scratchFloats(4).fill(0);
  const count = data.length / 4;
  for (let i = 0; i < data.length; i++) {
    mean[i % 4] = (mean[i % 4] as number) + (data[i] as number) / count;
  }
  return mean;
}

export const probeJob: JobHandler<'probe'> = (ask, { pixels }) =>
  inScratch(() => {
    const composition = pixels.composition(ask.composition);
    const { side = 1 } = ask;
    const half = Math.floor(side / 2);
    const region = { x: ask.x - half, y: ask.y - half, width: side, height: side };
    const { data } = renderComposition(composition, region, 1, pixels);
    const samples = scratchSamples(4, 16);
    encodePixels(meanPixel(data), composition.mixIn, samples);
    const [r, g, b, alpha] = Array.from(samples, (v) => v / 65_535) as [
      ...[number, number, number, number],
    ];
    return { answer: { r, g, b, alpha } };
  });

export const checkEdgeJob: JobHandler<'check-edge'> = (ask, { pixels, stopped, progress }) => {
  const scene = pixels.composition(ask.composition);
  const layer = layerById(scene, ask.layer);
  if (!layer) throw new Error('That layer is no longer in the composition.');
  const task = { stopped, onProgress: progress };
  return { answer: checkEdge(scene, layer, ask.view, pixels, task) };
};

export const layersAtJob: JobHandler<'layers-at'> = ({ composition, at }, { pixels }) => ({
  answer: layersAt(pixels.composition(composition), at, pixels),
});

export const meanColourJob: JobHandler<'mean-colour'> = (ask, { pixels }) =>
  inScratch(() => {
    const composition = pixels.composition(ask.composition);
    const layer = layerById(composition, ask.layer);
    return { answer: layer ? meanColour(composition, layer, pixels) : null };
  });

/** A region in pieces of an extent, the last ones smaller. */
function cutInto({ width: across, height: down }: Size, { x, y, width, height }: Rect): Rect[] {
  const pieces: Rect[] = [];
  for (let top = 0; top < height; top += down) {
    for (let left = 0; left < width; left += across) {
      const extent = {
        width: Math.min(across, width - left),
        height: Math.min(down, height - top),
      };
      pieces.push({ x: x + left, y: y + top, ...extent });
    }
  }
  return pieces;
}

export const renderRowsJob: JobHandler<'render-rows'> = (ask, { pixels, stopped }) =>
  inScratch(() => {
    const composition = pixels.composition(ask.composition);
    const rows = adopt(ask.into);
    const { reader, lacking } = watched(pixels);
    for (const piece of cutInto(ask.piece, ask.region)) {
      inScratch(() => {
        const { data } = renderComposition(composition, piece, ask.scale, reader, { stopped });
        const line = piece.width * 4;
        const left = piece.x - ask.region.x;
        for (let y = 0; y < piece.height; y++) {
          const at = ((piece.y - ask.region.y + y) * ask.region.width + left) * 4;
          encodePixels(data.subarray(y * line, (y + 1) * line), composition.mixIn, rows, at);
        }
      });
    }
    if (lacking.size > 0 && ask.missing === 'refused') {
      throw new Error(
        `Pixels are missing, so the picture would not be whole: ${[...lacking].join(', ')}.`,
      );
    }
    const top = rows.BYTES_PER_ELEMENT === 1 ? 255 : 65_535;
    let opaque = true;
    for (let i = 3; opaque && i < rows.length; i += 4) opaque = rows[i] === top;
    return { answer: { rows, opaque } };
  });

export const halveLevelJob: JobHandler<'halve-level'> = ({ from }) => {
  const wide = from.data.BYTES_PER_ELEMENT === 2;
  const answer = halveLevel(from, (samples) =>
    wide ? new Uint16Array(allocateBytes(samples * 2)) : new Uint8Array(allocateBytes(samples)),
  );
  return { answer };
};

export const proposeHorizonJob: JobHandler<'propose-horizon'> = (ask, { pixels }) => ({
  answer: sceneHorizon(pixels.composition(ask.composition), pixels),
});
