import { randomUUID } from 'node:crypto';
import { join } from 'node:path';
import type { Composition, Layer, Mask, MaskPart } from '@diplex/document';
import sharp from 'sharp';

/** Retouchers' everyday size: 24 million pixels. */
const SIZE = { width: 6000, height: 4000 };

/** The photographs that are enlarged to that size. */
const PHOTOGRAPHS = [
  'photos/harbour-wall.jpg',
  'plates/sky-dusk.jpg',
  'photos/keeper-workshop.jpg',
  'photos/headland-noon.jpg',
] as const;

const LAYERS = 10;

async function ask<Result>(server: string, path: string, init: RequestInit): Promise<Result> {
  const response = await fetch(`${server}/api/${path}`, init);
  if (!response.ok) throw new Error(`${path}: ${response.status} ${await response.text()}`);
  return response.json() as Promise<Result>;
}

async function enlarge(folder: string, photograph: string): Promise<Blob> {
  const picture = sharp(join(folder, photograph)).resize({ ...SIZE, fit: 'cover' });
  return new Blob([new Uint8Array(await picture.jpeg({ quality: 90 }).toBuffer())]);
}

/** Brings the enlarged photographs in; gives their hashes. */
async function bringIn(server: string, folder: string): Promise<string[]> {
  const hashes: string[] = [];
  for (const photograph of PHOTOGRAPHS) {
    const form = new FormData();
    form.append('files', await enlarge(folder, photograph), `large-${photograph.split('/')[1]}`);
    const init = { method: 'POST', body: form };
    const { results } = await ask<{ results: { source?: { hash: string } }[] }>(
      server,
      'sources',
      init,
    );
    const hash = results[0]?.source?.hash;
    if (!hash) throw new Error(`${photograph} was refused.`);
    hashes.push(hash);
  }
  return hashes;
}

const BLENDINGS = ['normal', 'normal', 'multiply', 'normal', 'screen', 'soft-light'] as const;

/** A layer of the large composition: most are masked and placed a little off, as in real work. */
function layerAt(index: number, source: string): { layer: Layer; mask: Mask | null } {
  const shift = index * 180;
  const scale = index === 0 ? 1 : 0.7 + (index % 4) * 0.1;
  const placement = {
    ...{ x: 3000 + (index % 3) * 220 - 220, y: 2000 - (index % 4) * 90 },
    ...{ scaleX: scale, scaleY: scale, turn: index % 5 === 3 ? 7 : 0 },
    ...{ mirrorAcross: index % 4 === 2, mirrorDown: false },
  };
  const layer: Layer = {
    ...{ id: randomUUID(), name: `Layer ${index + 1}`, shown: true, locked: false },
    content: { kind: 'photo', source, size: SIZE },
    ...{ placement, steps: [], maskUse: null, edge: {} },
    opacity: index === 0 ? 1 : 0.85,
    blending: BLENDINGS[index % BLENDINGS.length] ?? 'normal',
  };
  if (index === 0) return { layer, mask: null };
  const box = { x: 500 + shift, y: 300 + shift / 2, width: 2600, height: 2400 };
  const part: MaskPart = {
    ...{ id: randomUUID(), kind: index % 2 ? 'oval' : 'box', name: 'Oval', shown: true },
    ...{ combine: 'add', feather: (index % 3) * 30, inverted: false, ...box },
  };
  const mask: Mask = {
    ...{
      id: randomUUID(),
      name: `Mask ${index + 1}`,
      startsFrom: 'empty',
      parts: [part],
      feather: 0,
    },
  };
  const maskUse = {
    mask: mask.id,
    linked: true,
    turnedRound: false,
    lies: [1, 0, 0, 1, 0, 0] as const,
  };
  return { layer: { ...layer, maskUse }, mask };
}

/**
 * Makes a composition of ten layers at 24 megapixels from the sample photographs, on a running server;
 * gives its id. `folder` is the one that holds the samples.
 */
export async function makeLargeComposition(
  server: string,
  folder: string,
  title: string,
): Promise<string> {
  const hashes = await bringIn(server, folder);
  const made = Array.from({ length: LAYERS }, (_, i) =>
    layerAt(i, hashes[i % hashes.length] as string),
  );
  const document: Composition = {
    ...{ schema: 7, title, mixIn: 'light' },
    canvas: { ...SIZE, profile: 'srgb', surround: 38 },
    layers: Object.fromEntries(made.map(({ layer }) => [layer.id, layer])),
    root: made.map(({ layer }) => layer.id),
    masks: Object.fromEntries(made.flatMap(({ mask }) => (mask ? [[mask.id, mask]] : []))),
  };
  const { id } = await ask<{ id: string }>(server, 'compositions', {
    ...{ method: 'POST', headers: { 'Content-Type': 'application/json' } },
    body: JSON.stringify({ title, document }),
  });
  return id;
}
