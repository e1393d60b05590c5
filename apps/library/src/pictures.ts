import { readFile } from 'node:fs/promises';
import { basename, extname, join } from 'node:path';
import sharp, { type Sharp } from 'sharp';
import type { Element, Making } from './catalogue';

/** Previews fit into a square of this side, in pixels. */
const PREVIEW = 320;

/** Warm colours are held back and cold ones brought forward by about a third of a stop. */
const COOLER = [0.88, 0.97, 1.12] as const;

const MAKERS: Readonly<Record<Making, (picture: Sharp) => Sharp>> = {
  'as it is': (picture) => picture,
  mirrored: (picture) => picture.flop(),
  cooler: (picture) => picture.linear([...COOLER], [0, 0, 0]),
};

/** A picture of the library as a file: its name and its bytes. */
export interface PictureFile {
  readonly name: string;
  readonly type: string;
  readonly bytes: Buffer;
}

async function made(folder: string, { file, making }: Element): Promise<Sharp> {
  return MAKERS[making](sharp(await readFile(join(folder, file))));
}

/** The file that is handed out: the very bytes where nothing is made of them. */
export async function fileOf(folder: string, element: Element): Promise<PictureFile> {
  const end = extname(element.file);
  const name = `${element.id}${end}`;
  const type = end === '.png' ? 'image/png' : 'image/jpeg';
  if (element.making === 'as it is') {
    return {
      name: basename(element.file),
      type,
      bytes: await readFile(join(folder, element.file)),
    };
  }
  const picture = await made(folder, element);
  const bytes = await (end === '.png' ? picture.png() : picture.jpeg({ quality: 92 })).toBuffer();
  return { name, type, bytes };
}

/** A small WebP of it. */
export async function previewOf(folder: string, element: Element): Promise<Buffer> {
  const picture = await made(folder, element);
  return picture.resize(PREVIEW, PREVIEW, { fit: 'inside' }).webp({ quality: 80 }).toBuffer();
}

/** Its extent, in pixels. */
export async function sizeOf(
  folder: string,
  { file }: Element,
): Promise<{ readonly width: number; readonly height: number }> {
  const { width, height } = await sharp(join(folder, file)).metadata();
  return { width, height };
}
