import { readFile } from 'node:fs/promises';
import sharp from 'sharp';
import type { BenchPage } from './bench';

/** How well a mask seen as greyscale agrees with the truth. */
export interface Agreement {
  /** What both show, as a share of what either shows. */
  readonly intersectionOverUnion: number;
  /** The mean difference where the truth is neither nothing nor all, 0..1. */
  readonly edgeDifference: number;
}

/**
 * Compares the mask on the screen (fitted, seen plain) with a true one, pixel by pixel.
 * @param least from this alpha on, 0..255, a pixel of the truth belongs to the thing
 */
export async function agreement(
  bench: BenchPage,
  name: string,
  canvas: { readonly width: number; readonly height: number },
  least = 128,
): Promise<Agreement> {
  const file = await readFile(new URL(`../truth/${name}.png`, import.meta.url));
  const [corner, end] = await bench.onScreen([
    [0, 0],
    [canvas.width, canvas.height],
  ]);
  const box = await bench.picture.boundingBox();
  const shown = await bench.pixels();
  if (!corner || !end || !box) throw new Error('There is no picture.');
  const left = Math.round(corner.x - box.x);
  const top = Math.round(corner.y - box.y);
  const width = Math.floor(end.x - corner.x);
  const height = Math.floor(end.y - corner.y);
  const { data } = await sharp(file)
    .resize(width, height, { fit: 'fill' })
    .toColourspace('b-w')
    .raw({ depth: 'uchar' })
    .toBuffer({ resolveWithObject: true });
  let [both, either, off, partly] = [0, 0, 0, 0];
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const seen = shown.data[((top + y) * shown.width + left + x) * 4] ?? 0;
      const truth = data[y * width + x] ?? 0;
      const [is, should] = [seen >= 128, truth >= least];
      if (is && should) both++;
      if (is || should) either++;
      if (truth < 8 || truth > 247) continue;
      partly++;
      off += Math.abs(seen - truth) / 255;
    }
  }
  return { intersectionOverUnion: both / either, edgeDifference: off / Math.max(1, partly) };
}
