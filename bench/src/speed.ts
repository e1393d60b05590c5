import {
  type CoverageImage,
  feathered,
  newCoverage,
  type PixelReader,
  renderComposition,
  resample,
  type SourceLevel,
} from '@diplex/core';
import {
  type Composition,
  newComposition,
  type PhotoLayer,
  placedAt,
  type Rect,
  scaling,
} from '@diplex/document';
import { encodePixels } from '@diplex/kernels';
import sharp from 'sharp';
import { compare, type Row } from './row';

const WIDTH = 1500;
const HEIGHT = 1000;
const LAYERS = 4;

/** A picture that is neither flat nor noise, with alpha. */
function picture(seed: number): SourceLevel {
  const data = new Uint8Array(WIDTH * HEIGHT * 4);
  for (let y = 0, i = 0; y < HEIGHT; y++) {
    for (let x = 0; x < WIDTH; x++, i += 4) {
      data[i] = (x + seed * 40) & 255;
      data[i + 1] = (y * 2 + seed * 90) & 255;
      data[i + 2] = ((x * y) >> 6) & 255;
      data[i + 3] = 128 + ((x + y) & 127);
    }
  }
  return { width: WIDTH, height: HEIGHT, channels: 4, data };
}

const pictures = Array.from({ length: LAYERS }, (_, i) => picture(i));
const reader: PixelReader = {
  level: (source) => ({ level: 0, pixels: pictures[Number(source)] as SourceLevel }),
  paintedTile: () => undefined,
};

function stack(): Composition {
  const centre = { x: WIDTH / 2, y: HEIGHT / 2 };
  const layers = pictures.map(
    (_, i): PhotoLayer => ({
      ...{ id: String(i), kind: 'photo', name: String(i), shown: true, locked: false, opacity: 1 },
      ...{ blending: 'normal', placement: placedAt(centre), source: String(i), maskUse: null },
      size: { width: WIDTH, height: HEIGHT },
    }),
  );
  return { ...newComposition('Bench', { width: WIDTH, height: HEIGHT }), mixIn: 'encoded', layers };
}

/** Straight 8-bit samples in and out, in tiles as the application draws them. */
function flatten(composition: Composition): Uint8Array {
  const out = new Uint8Array(WIDTH * HEIGHT * 4);
  const rows = 128;
  for (let y = 0; y < HEIGHT; y += rows) {
    const region = { x: 0, y, width: WIDTH, height: Math.min(rows, HEIGHT - y) };
    encodePixels(
      renderComposition(composition, region, 1, reader).data,
      'encoded',
      out,
      y * WIDTH * 4,
    );
  }
  return out;
}

const raw = { width: WIDTH, height: HEIGHT, channels: 4 as const };

function flattenBySharp(): Promise<Buffer> {
  const [far, ...others] = pictures.map(({ data }) => Buffer.from(data.buffer));
  return sharp(far, { raw })
    .composite(others.map((input) => ({ input, raw })))
    .raw()
    .toBuffer();
}

const disc = (region: Rect, scale: number): CoverageImage => {
  const image = newCoverage(region.width, region.height);
  for (let y = 0; y < region.height; y++) {
    for (let x = 0; x < region.width; x++) {
      const dx = (region.x + x) / scale - WIDTH / 2;
      const dy = (region.y + y) / scale - HEIGHT / 2;
      image.data[y * region.width + x] = dx * dx + dy * dy < 90_000 ? 1 : 0;
    }
  }
  return image;
};

const whole = { x: 0, y: 0, width: WIDTH, height: HEIGHT };

/** The rows that compare times. Targets are those of the engine to come; see docs/performance.md. */
export async function speedRows(): Promise<Row[]> {
  const composition = stack();
  const feather = (sigma: number) => () => feathered(disc, whole, 1, sigma);
  const half = { x: 0, y: 0, width: WIDTH / 2, height: HEIGHT / 2 };
  const opaque = Buffer.from((pictures[0] as SourceLevel).data.buffer);
  const shrink = () =>
    sharp(opaque, { raw })
      .resize(WIDTH / 2, HEIGHT / 2, { kernel: 'cubic' })
      .raw()
      .toBuffer();
  return [
    await compare(
      `flatten ${LAYERS} layers of 1.5 MP, 8 bits in and out, one thread`,
      "sharp's composite of the same layers",
      0.6,
      () => flatten(composition),
      flattenBySharp,
    ),
    await compare(
      'halve 1.5 MP with a cubic',
      "sharp's resize",
      1,
      () =>
        resample(
          { level: 0, pixels: pictures[0] as SourceLevel },
          scaling(0.5, 0.5),
          half,
          'encoded',
        ),
      shrink,
    ),
    await compare(
      'feather of 16 px at 1.5 MP',
      'our own feather of 2 px',
      1.3,
      feather(16),
      feather(2),
    ),
    await compare(
      'feather of 128 px at 1.5 MP',
      'our own feather of 2 px',
      1.3,
      feather(128),
      feather(2),
    ),
  ];
}
