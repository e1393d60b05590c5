import type { Rect } from '@diplex/document';

/** The pixels of one tile of the picture, kept where the screen can be drawn from them at once. */
export class TileSurface {
  readonly canvas: OffscreenCanvas;
  private readonly context: OffscreenCanvasRenderingContext2D | null;

  constructor(width: number, height: number) {
    this.canvas = new OffscreenCanvas(width, height);
    this.context = this.canvas.getContext('2d', { willReadFrequently: true });
  }

  /** Puts straight 8-bit RGBA at a place of the tile. */
  put(pixels: Uint8ClampedArray<ArrayBuffer>, { x, y, width, height }: Rect): void {
    this.context?.putImageData(new ImageData(pixels, width, height), x, y);
  }
}
