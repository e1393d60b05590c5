import { rm } from 'node:fs/promises';
import type { Composition, Rect } from '@diplex/document';
import { sizedExtent } from '@diplex/formats';
import { Problem } from '../../problems/problem';
import type { FileRequestDto } from '../delivery.dto';
import { ENCODERS, type Encoder } from '../encoders';
import { WEBP_LONGEST } from '../encoders/webp';
import { CoveredBox, type PictureRows, writePictureRows } from '../picture-rows';
import type { RowsFile } from '../rows-file';
import { type DeliveryContext, type FileTask, partOf, type WrittenFile } from './contents';

/** Share of the work that drawing is; the rest is encoding. */
const DRAWING = { png: 0.8, jpeg: 0.85, webp: 0.7, avif: 0.35, tiff: 0.7 } as const;

/** The longest side of a delivered picture. */
const LONGEST = 30_000;

export function encoderOf({ format = 'png' }: FileRequestDto): Encoder {
  return ENCODERS[format];
}

export function bitsOf(request: FileRequestDto): 8 | 16 | 32 {
  return request.bits ?? encoderOf(request).depths[0] ?? 8;
}

/** Refuses what a format does not hold. */
export function checkFormat(request: FileRequestDto): void {
  const { words, depths } = encoderOf(request);
  const bits = bitsOf(request);
  if (!depths.includes(bits)) {
    const detail = `${words} holds ${depths.join(' or ')} bits a channel, not ${bits}. Choose one of those, or another format.`;
    throw new Problem('invalid-request', detail);
  }
}

/** Refuses a size that no file can have. */
export function checkSize(
  request: FileRequestDto,
  extent: { readonly width: number; readonly height: number },
): void {
  const { width, height } = sizedExtent(extent, request.size);
  const longest = request.format === 'webp' ? WEBP_LONGEST : LONGEST;
  if (Math.max(width, height) <= longest) return;
  const detail = `${width} × ${height} pixels are too many for ${encoderOf(request).words}: a side has at most ${longest}. Ask for a smaller size.`;
  throw new Problem('invalid-request', detail);
}

/** What of a composition shows, as the smallest rectangle; null where nothing does. */
export async function coveredBox(
  { renderer }: DeliveryContext,
  document: Composition,
  signal: AbortSignal,
): Promise<Rect | null> {
  const covered = new CoveredBox(document.canvas.width);
  await renderer.stream(document, { scale: 1, bits: 8, signal }, (rows, y) =>
    covered.take(rows, y),
  );
  return covered.box;
}

/** What is drawn of which composition. */
export interface Drawn {
  readonly document: Composition;
  readonly region?: Rect;
  readonly scale?: number;
  readonly takes: PictureRows['takes'];
}

/** Encodes rows as a file asks for it. */
export async function encodeRows(
  rows: RowsFile,
  request: FileRequestDto,
  { metadata }: DeliveryContext,
  task: FileTask,
): Promise<void> {
  const { quality = 92, backing = '#ffffff', subsampling, mostBytes } = request;
  const settings = { quality, subsampling, mostBytes, backing, metadata };
  await encoderOf(request).encode(rows, task.path, settings, task);
  task.signal.throwIfAborted();
}

/** Draws, sizes and encodes a picture; nothing but the file is left behind, and not even that when it fails. */
export async function writePicture(
  request: FileRequestDto,
  context: DeliveryContext,
  { document, region, scale, takes }: Drawn,
  task: FileTask,
): Promise<WrittenFile> {
  const { renderer } = context;
  const rowsPath = `${task.path}.rows`;
  const drawing = DRAWING[request.format ?? 'png'];
  const drawn = region ?? renderer.extent(document, scale ?? 1);
  const to = sizedExtent(drawn, request.size);
  const { space = 'srgb', sharpening } = request;
  const wanted = { document, region, scale, to, bits: bitsOf(request), space, sharpening, takes };
  try {
    const rows = await writePictureRows(renderer, rowsPath, wanted, partOf(task, 0, drawing));
    await encodeRows(rows, request, context, partOf(task, drawing, 1));
    return { ...to, remarks: [] };
  } finally {
    await rm(rowsPath, { force: true });
  }
}
