import { rm } from 'node:fs/promises';
import { type Composition, isGroup, type Layer, withDescendants } from '@diplex/document';
import { Problem } from '../../problems/problem';
import { pageMetadata, TiffFile } from '../encoders/tiff';
import { writePictureRows } from '../picture-rows';
import { type Contents, partOf } from './contents';
import { writeLayerRows } from './layer-rows';
import { bitsOf, checkFormat } from './write-picture';

/** All that has pixels, far to near. */
function leaves(document: Composition): Layer[] {
  return document.root
    .flatMap((id) => withDescendants(document, id))
    .filter((layer) => !isGroup(layer));
}

/** A TIFF whose first page is the composition, and whose others are its layers, each by itself, far to near. */
export const layers: Contents = {
  file: () => ({ ending: 'tif', mediaType: 'image/tiff' }),
  check(request) {
    checkFormat({ ...request, format: 'tiff' });
    if (request.bits === 32) {
      throw new Problem(
        'invalid-request',
        'Layers in one TIFF have 8 or 16 bits a channel, not 32.',
      );
    }
  },
  async write(request, context, task) {
    const { document, renderer, metadata } = context;
    const bits: 8 | 16 = bitsOf({ ...request, format: 'tiff' }) === 8 ? 8 : 16;
    const all = leaves(document);
    const share = 1 / (all.length + 1);
    const rowsPath = `${task.path}.rows`;
    const file = await TiffFile.create(task.path);
    const remarks: string[] = [];
    try {
      const whole = partOf(task, 0, share);
      const wanted = { document, bits, space: 'srgb' as const, takes: 'colour' as const };
      const rows = await writePictureRows(renderer, rowsPath, wanted, whole);
      const settings = { metadata, quality: 100, backing: '#ffffff' };
      await file.add(rows, { ...pageMetadata(settings), name: document.title }, quiet(task.signal));
      for (const [i, layer] of all.entries()) {
        const part = partOf({ ...task, path: rowsPath }, (i + 1) * share, (i + 2) * share);
        const page = await writeLayerRows(context, layer, bits, part);
        const name = layer.shown ? layer.name : `${layer.name} (hidden)`;
        await file.add(page, { name }, quiet(task.signal));
        if (layer.opacity < 1 || layer.blending !== 'normal') {
          remarks.push(
            `${layer.name} is at ${Math.round(layer.opacity * 100)} %, blended by ${layer.blending}: pages of a TIFF cannot say that.`,
          );
        }
      }
    } finally {
      await file.close();
      await rm(rowsPath, { force: true });
    }
    return { ...document.canvas, remarks };
  },
};

/** Encoding is part of each page's share. */
function quiet(signal: AbortSignal) {
  return { signal, progress: () => undefined };
}
