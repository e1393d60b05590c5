import type { Composition, Rect, Size } from '@diplex/document';
import type { FloatImage } from '@diplex/imaging';
import { decodeExactly, inScratch } from '@diplex/kernels';
import type { GraphNode } from '../graph/node';
import { type RenderPlan, RenderStopped, renderNode } from '../graph/render-node';
import type { PixelReader } from '../pixels/pixel-reader';
import type { LightPatch } from './light-patch';

/** Tones are measured on a picture of at most this side. */
export const SMALL_SIDE = 320;

/** The light's direction is told by relief, which needs finer ones. */
export const RELIEF_SIDE = 800;

/** A part of the canvas at a scale. */
export interface Seen {
  readonly rect: Rect;
  readonly scale: number;
}

/** All of the canvas, its longer side so long at most. */
export function allOf({ canvas: { width, height } }: Composition, side: number): Seen {
  const scale = Math.min(1, side / Math.max(width, height));
  const long = (length: number) => Math.max(1, Math.floor(length * scale));
  return { rect: { x: 0, y: 0, width: long(width), height: long(height) }, scale };
}

/** A part of a picture of at most such a side about the middle of something, inside of all. */
export function centred(at: Rect, side: number, within: Rect): Rect {
  const [width, height] = [Math.min(side, within.width), Math.min(side, within.height)];
  const along = (middle: number, size: number, from: number, all: number) =>
    Math.max(from, Math.min(from + all - size, Math.round(middle - size / 2)));
  return {
    x: along(at.x + at.width / 2, width, within.x, within.width),
    y: along(at.y + at.height / 2, height, within.y, within.height),
    ...{ width, height },
  };
}

/** The picture of a node in linear light, in memory of its own; nothing where there is nothing. */
export function lightPicture(
  node: GraphNode,
  rect: Rect,
  scale: number,
  reader: PixelReader,
  { mixIn }: Composition,
  how: Pick<RenderPlan, 'stopped'> = {},
): FloatImage {
  if (how.stopped?.()) throw new RenderStopped();
  const { width, height } = rect;
  const data = new Float32Array(width * height * 4);
  inScratch(() => {
    const image = renderNode(node, rect, scale, reader, how);
    if (image) data.set(image.data);
  });
  if (mixIn !== 'light') {
    for (let i = 0; i < data.length; i += 4) {
      const alpha = data[i + 3] as number;
      if (alpha === 0) continue;
      for (let c = i; c < i + 3; c++) {
        data[c] = alpha * decodeExactly(Math.max(0, Math.min(1, (data[c] as number) / alpha)));
      }
    }
  }
  return { width, height, data };
}

/** A patch of which what is marked does not count. */
export function withoutSky(patch: LightPatch, sky: Uint8Array): LightPatch {
  const weights = new Float32Array(patch.weights.length);
  for (let p = 0; p < weights.length; p++) weights[p] = sky[p] ? 0 : (patch.weights[p] as number);
  return { ...patch, weights };
}

/** Marks on a small picture as they lie on a larger one of the same. */
export function spreadOver(marks: Uint8Array, small: Size, large: Size): Uint8Array {
  const out = new Uint8Array(large.width * large.height);
  for (let y = 0, p = 0; y < large.height; y++) {
    const row = Math.min(small.height - 1, Math.floor((y * small.height) / large.height));
    for (let x = 0; x < large.width; x++, p++) {
      const column = Math.min(small.width - 1, Math.floor((x * small.width) / large.width));
      out[p] = marks[row * small.width + column] as number;
    }
  }
  return out;
}
