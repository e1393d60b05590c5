import { mkdir, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { type Composition, isGroup, type Layer, layerById } from '@diplex/document';
import { hasOperation, type StackItem, stackAsXml } from '@diplex/formats';
import sharp from 'sharp';
import { OPENRASTER_TYPE, OWN_FOLDER } from '../../archives/openraster-parts';
import { ZipWriter } from '../../archives/zip-writer';
import { ENCODERS } from '../encoders';
import { CoveredBox, writePictureRows } from '../picture-rows';
import { type RowsFile, RowsWriter, samplesOf, stripsOf } from '../rows-file';
import { type Contents, type DeliveryContext, type FileTask, partOf } from './contents';
import { writeLayerRows } from './layer-rows';

/** The longest side of the small picture that the standard asks for. */
const THUMBNAIL = 256;

/** A group can be told as one only when all that is done to it can. */
function isPlainGroup(layer: Layer): boolean {
  return (
    isGroup(layer) &&
    layer.steps.length === 0 &&
    !layer.maskUse &&
    !layer.byTone &&
    !layer.plane &&
    !layer.warp
  );
}

/** The layers that get pixels of their own, far to near. */
function baked(document: Composition, ids: readonly string[]): Layer[] {
  return ids.flatMap((id) => {
    const layer = layerById(document, id);
    if (!layer) return [];
    return isGroup(layer) && isPlainGroup(layer)
      ? baked(document, layer.content.children)
      : [layer];
  });
}

async function boxOf(rows: RowsFile) {
  const covered = new CoveredBox(rows.width);
  let y = 0;
  for await (const strip of stripsOf(rows)) {
    covered.take(strip, y);
    y += strip.length / (rows.width * 4);
  }
  // A layer of which nothing shows still has a pixel, as the standard asks for a file.
  return covered.box ?? { x: 0, y: 0, width: 1, height: 1 };
}

/** The part of a picture of rows in a box. */
async function cropped(
  rows: RowsFile,
  path: string,
  box: { x: number; y: number; width: number; height: number },
): Promise<RowsFile> {
  const { bits, space, channels } = rows;
  const writer = await RowsWriter.open(path, { width: box.width, channels, bits, space });
  try {
    let top = 0;
    for await (const strip of stripsOf(rows)) {
      const count = strip.length / (rows.width * 4);
      const part = samplesOf(bits, box.width * 4);
      for (
        let row = Math.max(0, box.y - top);
        row < Math.min(count, box.y + box.height - top);
        row++
      ) {
        const from = (row * rows.width + box.x) * 4;
        part.set(strip.subarray(from, from + box.width * 4));
        await writer.take(part);
      }
      top += count;
    }
    return await writer.end(false);
  } finally {
    await writer.close();
  }
}

/** Bakes one layer into a PNG as large as what shows of it, and says where that lies. */
async function bake(
  context: DeliveryContext,
  layer: Layer,
  bits: 8 | 16,
  task: FileTask,
): Promise<{ x: number; y: number }> {
  const [whole, part] = [`${task.path}.whole`, `${task.path}.part`];
  try {
    const rows = await writeLayerRows(context, layer, bits, { ...task, path: whole });
    const box = await boxOf(rows);
    const crop = await cropped(rows, part, box);
    const nothing = { title: '', description: '', creator: '', credit: '', rights: '', place: '' };
    const settings = { quality: 100, backing: '#ffffff', metadata: { ...nothing, sources: [] } };
    await ENCODERS.png.encode(crop, task.path, settings, task);
    return { x: box.x, y: box.y };
  } finally {
    await rm(whole, { force: true });
    await rm(part, { force: true });
  }
}

/** OpenRaster's layers are in sRGB. */
function ofProfile({ canvas }: Composition): string[] {
  if (canvas.profile === 'srgb') return [];
  return [
    'OpenRaster is in sRGB: what is more vivid was clipped in its layers. The document beside them has all of it.',
  ];
}

/** What of a layer the standard has no words for. */
function remarksOf(layer: Layer): string[] {
  const { name, blending, byTone } = layer;
  return [
    ...(hasOperation(blending)
      ? []
      : [
          `${name} is blended by ${blending}, which OpenRaster does not have; there it lies on top.`,
        ]),
    ...(byTone?.behind
      ? [`${name} shows by the tones behind it, which OpenRaster does not have.`]
      : []),
    ...(layer.content.kind === 'glass'
      ? [`${name} is a glass: its pixels are what it makes of those behind it today.`]
      : []),
    ...(isGroup(layer)
      ? [`${name} is a group with a mask or a chain: it is one layer there.`]
      : []),
  ];
}

/**
 * OpenRaster: groups, names, opacity, what is shown, blending by the standard's names; masks and chains baked into pixels. Beside
 * it lies our own archive, so that what comes back unchanged is whole.
 */
export const openraster: Contents = {
  file: () => ({ ending: 'ora', mediaType: OPENRASTER_TYPE }),
  check: () => undefined,
  async write(request, context, task) {
    const { document, renderer, metadata, archives, id } = context;
    const bits = request.bits === 16 ? 16 : 8;
    const folder = `${task.path}.parts`;
    await mkdir(folder, { recursive: true });
    try {
      const all = baked(document, document.root);
      const share = 0.8 / (all.length + 1);
      const places = new Map<string, { src: string; x: number; y: number }>();
      for (const [i, layer] of all.entries()) {
        const src = `data/layer${i}.png`;
        const path = join(folder, `layer${i}.png`);
        const part = partOf({ ...task, path }, i * share, (i + 1) * share);
        places.set(layer.id, { src, ...(await bake(context, layer, bits, part)) });
      }
      const merged = join(folder, 'merged.png');
      const rowsPath = join(folder, 'merged.rows');
      const wanted = { document, bits, space: 'srgb', takes: 'colour' } as const;
      const rows = await writePictureRows(
        renderer,
        rowsPath,
        wanted,
        partOf(task, all.length * share, 0.8),
      );
      await ENCODERS.png.encode(rows, merged, { quality: 100, backing: '#ffffff', metadata }, task);
      const small = {
        width: THUMBNAIL,
        height: THUMBNAIL,
        fit: 'inside',
        withoutEnlargement: true,
      } as const;
      const thumbnail = await sharp(merged).resize(small).png().toBuffer();
      const stack = stackAsXml({
        ...document.canvas,
        children: itemsOf(document, document.root, places),
      });
      const zip = new ZipWriter(task.path);
      // First and stored, so that the kind of file can be told from its first bytes.
      zip.addText('mimetype', OPENRASTER_TYPE, 'stored');
      zip.addText('stack.xml', stack);
      for (const [i] of all.entries())
        zip.addFile(`data/layer${i}.png`, join(folder, `layer${i}.png`));
      zip.addFile('mergedimage.png', merged);
      zip.addBytes('Thumbnails/thumbnail.png', thumbnail);
      await archives.addTo(zip, id, OWN_FOLDER, { folder, layers: all.length, stack });
      await zip.end(partOf(task, 0.8, 1));
      return { ...document.canvas, remarks: [...ofProfile(document), ...all.flatMap(remarksOf)] };
    } finally {
      await rm(folder, { recursive: true, force: true });
    }
  },
};

function itemsOf(
  document: Composition,
  ids: readonly string[],
  places: ReadonlyMap<string, { src: string; x: number; y: number }>,
): StackItem[] {
  return ids.flatMap((id): StackItem[] => {
    const layer = layerById(document, id);
    if (!layer) return [];
    const { name, opacity, shown, locked, blending } = layer;
    const both = { name, opacity, shown, locked, blending };
    const place = places.get(id);
    if (place) return [{ kind: 'layer', ...both, ...place }];
    if (!isGroup(layer)) return [];
    const isolated = layer.content.mixing === 'isolated';
    return [
      {
        kind: 'group',
        ...both,
        isolated,
        children: itemsOf(document, layer.content.children, places),
      },
    ];
  });
}
