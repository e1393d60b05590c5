import type { AvifOrder } from './avif';
import { pictureOf } from './encoder';
import { withMetadata } from './file-metadata';

/** The program of the process that encodes one AVIF; see avif.ts. */
async function encode({ rows, path, settings, quality }: AvifOrder): Promise<void> {
  const chromaSubsampling = settings.subsampling ?? '4:4:4';
  const image = withMetadata(pictureOf(rows, settings, 'kept'), settings.metadata);
  const how = quality === 100 ? { lossless: true } : { quality };
  await image.avif({ ...how, chromaSubsampling, effort: 3 }).toFile(path);
}

process.once('message', (order: AvifOrder) => {
  encode(order).then(
    () => process.send?.({ done: true }, () => process.exit(0)),
    (error: Error) => process.send?.({ problem: error.message }, () => process.exit(1)),
  );
});
