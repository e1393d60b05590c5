import { open, rm } from 'node:fs/promises';
import { availableParallelism } from 'node:os';
import { avifOfTiles, tileGrid } from '@diplex/formats';
import sharp, { type Sharp } from 'sharp';
import { writeWhole } from '../rows-file';
import type { AvifOrder } from './avif';
import { isLarge, pictureOf } from './encoder';
import { withMetadata } from './file-metadata';

/** About a tile's side, in pixels: the encoder takes 46 bytes for each of its pixels, and one tile is held. */
const SIDE = 2048;

function encoded(image: Sharp, { rows, settings, quality }: AvifOrder): Sharp {
  // Where colours are halved the container wants even sides.
  const isOdd = isLarge(rows) && (rows.width | rows.height) % 2 === 1;
  const chromaSubsampling = isOdd ? '4:4:4' : (settings.subsampling ?? '4:4:4');
  const how = quality === 100 ? { lossless: true } : { quality };
  return image.avif({ ...how, chromaSubsampling, effort: 3 });
}

async function encodeTiles(order: AvifOrder, progress: (share: number) => void): Promise<void> {
  const { rows, settings, path } = order;
  const grid = tileGrid(rows, SIDE);
  const count = grid.columns * grid.rows;
  const tiles: Uint8Array[] = [];
  progress(0);
  for (let i = 0; i < count; i++) {
    const left = (i % grid.columns) * grid.tileWidth;
    const top = Math.floor(i / grid.columns) * grid.tileHeight;
    const width = Math.min(grid.tileWidth, rows.width - left);
    const height = Math.min(grid.tileHeight, rows.height - top);
    const image = pictureOf(rows, settings, 'kept')
      .extract({ left, top, width, height })
      .extend({
        ...{ right: grid.tileWidth - width, bottom: grid.tileHeight - height },
        extendWith: 'copy',
      });
    const said = i === 0 ? withMetadata(image, settings.metadata) : image;
    tiles.push(await encoded(said, order).toBuffer());
    progress((i + 1) / count);
  }
  await rm(path, { force: true });
  const file = await open(path, 'w');
  try {
    for (const part of avifOfTiles(tiles, grid, rows)) await writeWhole(file, part);
  } finally {
    await file.close();
  }
}

/** The program of the process that encodes one AVIF; see avif.ts. */
async function encode(order: AvifOrder, progress: (share: number) => void): Promise<void> {
  const { rows, settings, path } = order;
  if (isLarge(rows)) return encodeTiles(order, progress);
  const image = withMetadata(pictureOf(rows, settings, 'kept'), settings.metadata);
  await encoded(image, order).toFile(path);
}

// The process is the encoder's alone.
sharp.cache(false);
sharp.concurrency(availableParallelism());

process.once('message', (order: AvifOrder) => {
  encode(order, (share) => process.send?.({ share })).then(
    () => process.send?.({ done: true }, () => process.exit(0)),
    (error: Error) => process.send?.({ problem: error.message }, () => process.exit(1)),
  );
});
