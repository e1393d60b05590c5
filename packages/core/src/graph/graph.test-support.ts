import type { Composition, Rect } from '@diplex/document';
import { inScratch } from '@diplex/kernels';
import fc from 'fast-check';
import type { PixelReader } from '../pixels/pixel-reader';
import { renderComposition } from '../render/render-composition';
import { SAMPLE_CANVAS, sampleReader } from '../render/sample-composition.test-support';
import type { RenderPlan } from './render-node';

/** The canvas is drawn larger than a tile of the screen, so that it is divided. */
export const SCALES = [3.1, 1, 0.37] as const;

export const whole = (scale: number): Rect => ({
  ...{ x: 0, y: 0 },
  width: Math.ceil(SAMPLE_CANVAS.width * scale),
  height: Math.ceil(SAMPLE_CANVAS.height * scale),
});

export const anyScale = fc.constantFrom(...SCALES);

export function drawn(
  composition: Composition,
  region: Rect,
  scale: number,
  reader: PixelReader = sampleReader,
  plan: RenderPlan = {},
): Float32Array {
  return inScratch(
    () => new Float32Array(renderComposition(composition, region, scale, reader, plan).data),
  );
}

/** The first sample in which a tile differs from the same part of the whole picture; -1 for none. */
export function firstOff(
  all: Float32Array,
  { x: left, y: top, width: line }: Rect,
  tile: Rect,
  data: Float32Array,
): number {
  return data.findIndex((value, i) => {
    const [x, y] = [(i >> 2) % tile.width, Math.floor((i >> 2) / tile.width)];
    return value !== all[((tile.y - top + y) * line + tile.x - left + x) * 4 + (i & 3)];
  });
}
