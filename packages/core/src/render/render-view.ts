import { type Composition, growRect, type Layer, layerById, type Rect } from '@diplex/document';
import { compositeRows, decodeExactly, encodePixels, scratchSamples } from '@diplex/kernels';
import { type CoverageImage, type FloatImage, newFloatImage } from '../image/images';
import type { PixelReader } from '../pixels/pixel-reader';
import { layerContent, layerCoverage, layerMask } from './composite-layer';
import { type RenderPlan, renderComposition } from './render-composition';
import { borderCoverage, renderContent } from './render-layer';
import type { Colour, View } from './view';

/** Side of a check, and the period of the veil's hatching, in output pixels. */
const CHECK = 8;
const HATCH_PERIOD = 8;

/** What only one of two masks shows. */
const ONLY = { own: { r: 240, g: 178, b: 62 }, other: { r: 64, g: 176, b: 190 } } as const;

/** Encoded grey values of the two kinds of checks. */
const CHECKS = { dark: [52, 74], light: [204, 244] } as const;

/**
 * A view of the composition as straight, encoded 8-bit RGBA, ready for the screen. Patterns are in
 * output pixels counted from the canvas's corner, so they meet at the seams of tiles.
 * A view of a layer that is gone shows the composition. The samples lie in the thread's scratch.
 */
export function renderView(
  composition: Composition,
  view: View,
  region: Rect,
  scale: number,
  reader: PixelReader,
  plan: RenderPlan = {},
): Uint8Array {
  const out = scratchSamples(region.width * region.height * 4, 8) as Uint8Array;
  const layer = view.kind === 'composition' ? undefined : layerById(composition, view.layer);
  if (view.kind === 'composition' || !layer) {
    const image = renderComposition(composition, region, scale, reader, plan);
    encodePixels(image.data, composition.mixIn, out);
  } else if (view.kind === 'plain') {
    drawPlain(composition, layer, region, scale, reader, out);
  } else {
    const image = drawLayerView(composition, layer, view, region, scale, reader);
    encodePixels(image.data, composition.mixIn, out);
  }
  return out;
}

function drawPlain(
  composition: Composition,
  layer: Layer,
  region: Rect,
  scale: number,
  reader: PixelReader,
  out: Uint8Array,
): void {
  const mask = layerMask(composition, layer, region, scale, reader);
  const border = borderCoverage(layer, region, scale);
  for (let p = 0; p < region.width * region.height; p++) {
    const value = Math.round(255 * (mask ? (mask.data[p] as number) : 1));
    out.set([value, value, value], p * 4);
    out[p * 4 + 3] = Math.round(255 * (border ? (border.data[p] as number) : 1));
  }
}

function drawLayerView(
  composition: Composition,
  layer: Layer,
  view: Exclude<View, { kind: 'composition' | 'plain' }>,
  region: Rect,
  scale: number,
  reader: PixelReader,
): FloatImage {
  const space = composition.mixIn;
  const content =
    renderContent(layer, region, scale, space, reader) ??
    newFloatImage(region.width, region.height);
  const channel = (value: number) => (space === 'light' ? decodeExactly(value / 255) : value / 255);
  const triple = ({ r, g, b }: Colour) => [channel(r), channel(g), channel(b)] as const;
  if (view.kind === 'edges') {
    const image = newFloatImage(region.width, region.height);
    const border = borderCoverage(layer, region, scale);
    compositeRows('normal', image.data, content.data, border?.data ?? null, 1, space);
    // A pixel more on every side: an edge lies between two pixels.
    const wide = growRect(region, 1);
    const mask = layerMask(composition, layer, wide, scale, reader);
    if (mask) drawEdges(image, mask, [0, 255].map(channel));
    return image;
  }
  if (view.kind === 'difference') {
    const other = layerById(composition, view.other) ?? layer;
    const image = newFloatImage(region.width, region.height);
    const border = borderCoverage(layer, region, scale);
    compositeRows('normal', image.data, content.data, border?.data ?? null, 1, space);
    const shown = (of: Layer) =>
      layerCoverage(composition, of, region, scale, reader)?.data ?? null;
    const colours = [triple(ONLY.own), triple(ONLY.other)] as const;
    drawDifference(image, [shown(layer), shown(other)], region, colours);
    return image;
  }
  if (view.kind === 'veil') {
    const image = newFloatImage(region.width, region.height);
    const border = borderCoverage(layer, region, scale);
    compositeRows('normal', image.data, content.data, border?.data ?? null, 1, space);
    const mask = layerMask(composition, layer, region, scale, reader);
    if (mask) veil(image, mask.data, region, triple(view.colour), view.strength);
    return image;
  }
  const image = newFloatImage(region.width, region.height);
  const [a, b] =
    view.kind === 'backdrop'
      ? [triple(view.colour), triple(view.colour)]
      : CHECKS[view.checks].map((v) => triple({ r: v, g: v, b: v }));
  const odd = (x: number, y: number) => (Math.floor(x / CHECK) + Math.floor(y / CHECK)) & 1;
  const put = (to: FloatImage, at: Rect) =>
    fill(to, (x, y) => (odd(x, y) ? b : a) as readonly [number, number, number], at);
  put(image, region);
  const backdropIn = (at: Rect) => {
    const behind = newFloatImage(at.width, at.height);
    put(behind, at);
    return behind;
  };
  const cleaned = layerContent(composition, layer, region, scale, reader, backdropIn) ?? content;
  const coverage = layerCoverage(composition, layer, region, scale, reader);
  compositeRows('normal', image.data, cleaned.data, coverage?.data ?? null, 1, space);
  return image;
}

function fill(
  image: FloatImage,
  colourAt: (x: number, y: number) => readonly [number, number, number],
  region: Rect,
): void {
  for (let y = 0, i = 0; y < image.height; y++) {
    for (let x = 0; x < image.width; x++, i += 4) {
      const [r, g, b] = colourAt(region.x + x, region.y + y);
      image.data[i] = r;
      image.data[i + 1] = g;
      image.data[i + 2] = b;
      image.data[i + 3] = 1;
    }
  }
}

/** A light line beside a dark one where coverage passes one half. */
function drawEdges(
  image: FloatImage,
  mask: CoverageImage,
  [dark = 0, light = 1]: readonly number[],
): void {
  const inside = (x: number, y: number) => (mask.data[y * mask.width + x] as number) >= 0.5;
  for (let y = 0, i = 0; y < image.height; y++) {
    for (let x = 0; x < image.width; x++, i += 4) {
      const own = inside(x + 1, y + 1);
      const beside = own !== inside(x + 2, y + 1) || own !== inside(x, y + 1);
      if (!beside && own === inside(x + 1, y + 2) && own === inside(x + 1, y)) continue;
      // Light on the side that is shown, dark on the other: it can be seen on any picture.
      image.data.fill(own ? light : dark, i, i + 3);
      image.data[i + 3] = 1;
    }
  }
}

/** Tints what one mask shows more of; the diagonals of the two tints run different ways. */
function drawDifference(
  image: FloatImage,
  [own, other]: readonly [Float32Array | null, Float32Array | null],
  region: Rect,
  colours: readonly [readonly number[], readonly number[]],
): void {
  for (let y = 0, p = 0; y < image.height; y++) {
    for (let x = 0; x < image.width; x++, p++) {
      const more = (own ? (own[p] as number) : 1) - (other ? (other[p] as number) : 1);
      if (more === 0) continue;
      const [u, v] = [region.x + x, region.y + y];
      const along = (more > 0 ? u + v : u - v) % HATCH_PERIOD;
      const line = (along + HATCH_PERIOD) % HATCH_PERIOD < 2.5;
      const amount = Math.abs(more) * (line ? 0.95 : 0.55);
      const colour = colours[more > 0 ? 0 : 1];
      const i = p * 4;
      for (let c = 0; c < 3; c++) {
        const was = image.data[i + c] as number;
        image.data[i + c] = was * (1 - amount) + (colour[c] as number) * amount;
      }
      image.data[i + 3] = Math.max(image.data[i + 3] as number, amount);
    }
  }
}

/** Lays the veil over what the mask hides; every few pixels a diagonal line of it is lighter. */
function veil(
  image: FloatImage,
  mask: Float32Array,
  region: Rect,
  colour: readonly [number, number, number],
  strength: number,
): void {
  for (let y = 0, p = 0; y < image.height; y++) {
    for (let x = 0; x < image.width; x++, p++) {
      const along = (region.x + x + region.y + y) % HATCH_PERIOD;
      const line = (along + HATCH_PERIOD) % HATCH_PERIOD < 1.5;
      const amount = (1 - (mask[p] as number)) * strength * (line ? 0.55 : 1);
      const i = p * 4;
      const alpha = image.data[i + 3] as number;
      for (let c = 0; c < 3; c++) {
        const veiled = (colour[c] as number) * alpha;
        image.data[i + c] = (image.data[i + c] as number) * (1 - amount) + veiled * amount;
      }
    }
  }
}
