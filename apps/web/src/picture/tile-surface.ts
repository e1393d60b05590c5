import type { Profile, Rect } from '@diplex/document';
import { screenSpace } from './screen-space';

/** The pixels of one tile of the picture, kept where the screen can be drawn from them at once. */
export class TileSurface {
  readonly canvas: OffscreenCanvas;
  private readonly context: OffscreenCanvasRenderingContext2D | null;

  /** @param colorSpace of the screen that is drawn from it */
  constructor(width: number, height: number, colorSpace: Profile) {
    this.canvas = new OffscreenCanvas(width, height);
    this.context = this.canvas.getContext('2d', { willReadFrequently: true, colorSpace });
  }

  /** Puts straight 8-bit RGBA at a place of the tile; `colorSpace` says what the pixels are in. */
  put(
    pixels: Uint8ClampedArray<ArrayBuffer>,
    { x, y, width, height }: Rect,
    colorSpace: Profile,
  ): void {
    this.context?.putImageData(new ImageData(pixels, width, height, { colorSpace }), x, y);
  }
}

/** Puts straight 8-bit RGBA of a profile on a canvas that is made as large. */
export function putPixels(
  canvas: HTMLCanvasElement,
  pixels: Uint8ClampedArray<ArrayBuffer>,
  { width, height }: { readonly width: number; readonly height: number },
  colorSpace: Profile,
): void {
  Object.assign(canvas, { width, height });
  const image = new ImageData(pixels, width, height, { colorSpace });
  canvas.getContext('2d', { colorSpace: screenSpace(colorSpace) })?.putImageData(image, 0, 0);
}
