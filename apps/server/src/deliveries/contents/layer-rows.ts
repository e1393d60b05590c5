import { rm } from 'node:fs/promises';
import { aloneOnCanvas, behindGlass, coverageOnCanvas, type Layer } from '@diplex/document';
import { writePictureRows } from '../picture-rows';
import { type RowsFile, RowsWriter, stripsOf } from '../rows-file';
import { type DeliveryContext, type FileTask, partOf } from './contents';

/**
 * Pixels of one layer as large as the canvas. Those of a glass are what lies behind it as its chain leaves it, as far as its mask lets it:
 * laid on what lies behind they look as the glass does.
 */
export async function writeLayerRows(
  context: DeliveryContext,
  layer: Layer,
  bits: 8 | 16,
  task: FileTask,
): Promise<RowsFile> {
  const { document, renderer } = context;
  const own = aloneOnCanvas(document, layer.id);
  const as = { bits, space: 'srgb' as const };
  if (own) {
    return writePictureRows(renderer, task.path, { document: own, ...as, takes: 'colour' }, task);
  }
  const [under, over] = [`${task.path}.under`, `${task.path}.over`];
  try {
    const behind = behindGlass(document, layer.id);
    const made = await writePictureRows(
      ...([
        renderer,
        under,
        { document: behind, ...as, takes: 'colour' },
        partOf(task, 0, 0.6),
      ] as const),
    );
    const shows = coverageOnCanvas(document, layer.id) ?? document;
    const coverage = await writePictureRows(
      ...([
        renderer,
        over,
        { document: shows, ...as, takes: 'coverage' },
        partOf(task, 0.6, 0.9),
      ] as const),
    );
    return await combined(task.path, made, coverage);
  } finally {
    await rm(under, { force: true });
    await rm(over, { force: true });
  }
}

/** Colours whose alpha is let through as far as a grey picture says. */
async function combined(path: string, colours: RowsFile, coverage: RowsFile): Promise<RowsFile> {
  const { width, bits, space } = colours;
  const top = bits === 16 ? 65_535 : 255;
  const writer = await RowsWriter.open(path, { width, channels: 4, bits, space });
  const greys = stripsOf(coverage);
  let opaque = true;
  try {
    for await (const strip of stripsOf(colours)) {
      const { value: grey } = await greys.next();
      for (let p = 0; p < strip.length / 4; p++) {
        const i = p * 4 + 3;
        strip[i] = Math.round(((strip[i] as number) * (grey?.[p] ?? 0)) / top);
        opaque &&= strip[i] === top;
      }
      await writer.take(strip);
    }
    return await writer.end(opaque);
  } finally {
    await greys.return(undefined);
    await writer.close();
  }
}
