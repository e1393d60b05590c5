import { readFile } from 'node:fs/promises';
import sharp from 'sharp';
import type { BenchPage, Pixels } from './bench';

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
 * @param counts which places count, in canvas pixels
 */
export async function agreement(
  bench: BenchPage,
  name: string,
  canvas: { readonly width: number; readonly height: number },
  least = 128,
  counts: (x: number, y: number) => boolean = () => true,
): Promise<Agreement> {
  const file = await readFile(new URL(`../truth/${name}.png`, import.meta.url));
  const { left, top, width, height } = await canvasOnScreen(bench, canvas);
  const shown = await bench.pixels();
  const { data } = await sharp(file)
    .resize(width, height, { fit: 'fill' })
    .toColourspace('b-w')
    .raw({ depth: 'uchar' })
    .toBuffer({ resolveWithObject: true });
  let [both, either, off, partly] = [0, 0, 0, 0];
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      if (!counts((x * canvas.width) / width, (y * canvas.height) / height)) continue;
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

/** Where the whole canvas lies among the pixels of the picture. */
async function canvasOnScreen(
  bench: BenchPage,
  canvas: { readonly width: number; readonly height: number },
): Promise<{ left: number; top: number; width: number; height: number }> {
  const [corner, end] = await bench.onScreen([
    [0, 0],
    [canvas.width, canvas.height],
  ]);
  const box = await bench.picture.boundingBox();
  if (!corner || !end || !box) throw new Error('There is no picture.');
  return {
    left: Math.round(corner.x - box.x),
    top: Math.round(corner.y - box.y),
    width: Math.floor(end.x - corner.x),
    height: Math.floor(end.y - corner.y),
  };
}

const toLight = (value: number) => {
  const v = value / 255;
  return v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4;
};
const LIGHT = Float64Array.from({ length: 256 }, (_, value) => toLight(value));
const encoded = (light: number) =>
  255 * (light <= 0.0031308 ? light * 12.92 : 1.055 * light ** (1 / 2.4) - 0.055);

/**
 * How far the cut-out on the screen (fitted) is from the true one before the same backdrop: the mean
 * difference of the channels, 0..255, where the truth is neither nothing nor all.
 * @param behind the screen without the cut-out
 * @param counts which places count, in canvas pixels
 */
export async function compositeDifference(
  bench: BenchPage,
  name: string,
  canvas: { readonly width: number; readonly height: number },
  behind: Pixels,
  counts: (x: number, y: number) => boolean = () => true,
): Promise<number> {
  const { left, top, width, height } = await canvasOnScreen(bench, canvas);
  const shown = await bench.pixels();
  const read = async (file: string, channels: 1 | 3) => {
    const picture = sharp(await readFile(new URL(`../truth/${file}`, import.meta.url)));
    const plain = channels === 1 ? picture.toColourspace('b-w') : picture.removeAlpha();
    return plain.raw({ depth: 'uchar' }).toBuffer({ resolveWithObject: true });
  };
  const alpha = await read(`${name}.png`, 1);
  const colours = await read(`${name}-colours.jpg`, 3);
  const { width: across, height: down } = alpha.info;
  let [off, count] = [0, 0];
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      // The mean of the truth's pixels under this one, in light.
      const sum = [0, 0, 0, 0];
      let pixels = 0;
      const [u0, u1] = [x, x + 1].map((at) => Math.floor((at * across) / width));
      const [v0, v1] = [y, y + 1].map((at) => Math.floor((at * down) / height));
      for (let v = v0 ?? 0; v < Math.max((v0 ?? 0) + 1, v1 ?? 0); v++) {
        for (let u = u0 ?? 0; u < Math.max((u0 ?? 0) + 1, u1 ?? 0); u++) {
          const p = v * across + u;
          const a = (alpha.data[p] ?? 0) / 255;
          for (let c = 0; c < 3; c++) {
            sum[c] = (sum[c] ?? 0) + a * (LIGHT[colours.data[p * 3 + c] ?? 0] ?? 0);
          }
          sum[3] = (sum[3] ?? 0) + a;
          pixels++;
        }
      }
      const a = (sum[3] ?? 0) / pixels;
      if (a < 0.02 || a > 0.98) continue;
      if (!counts(((x + 0.5) * canvas.width) / width, ((y + 0.5) * canvas.height) / height))
        continue;
      const i = ((top + y) * shown.width + left + x) * 4;
      for (let c = 0; c < 3; c++) {
        const back = LIGHT[behind.data[i + c] ?? 0] ?? 0;
        const wanted = encoded((sum[c] ?? 0) / pixels + (1 - a) * back);
        off += Math.abs((shown.data[i + c] ?? 0) - wanted);
        count++;
      }
    }
  }
  return off / Math.max(1, count);
}
