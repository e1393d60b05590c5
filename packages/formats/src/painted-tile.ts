import { PAINTED_TILE_SIZE } from '@diplex/document';
import { decode } from 'fast-png';
import { chunk, png } from './png-chunks';

const SIDE = PAINTED_TILE_SIZE;

/** A blob that claims to be a painted tile and is not. */
export class PaintedTileInvalid extends Error {
  override readonly name = 'PaintedTileInvalid';
}

/** Bytes of the samples of a row, and one before them that names the row's filter (none). */
const LINE = SIDE * 4 + 1;

/** What the header says: extent, 16 bits, greyscale with alpha, the only ways to pack and filter. */
const HEADER = Uint8Array.of(
  ...[0, 0, SIDE >> 8, SIDE & 255, 0, 0, SIDE >> 8, SIDE & 255],
  16,
  4,
  0,
  0,
  0,
);

/** Memory for lines that no packing uses now: a day of strokes would else leave it to be swept. */
const idle: Uint8Array<ArrayBuffer>[] = [];

/** The bytes, packed by the platform's own deflate. */
async function deflated(bytes: Uint8Array<ArrayBuffer>): Promise<Uint8Array> {
  const deflate = new CompressionStream('deflate');
  const writer = deflate.writable.getWriter();
  // A blob of the bytes would live on outside of this thread's memory until it is swept.
  const written = writer.write(bytes).then(() => writer.close());
  const packed = new Uint8Array(await new Response(deflate.readable).arrayBuffer());
  await written;
  return packed;
}

/**
 * A painted tile as a PNG: 16-bit greyscale with alpha, PAINTED_TILE_SIZE squared. Grey is the value
 * painted (white shows, black hides), alpha how much of it applies. Packed by the platform's own
 * deflate, since a stroke is kept only when all its tiles are packed.
 */
export async function encodePaintedTile(pairs: Uint16Array): Promise<Uint8Array> {
  const lines = idle.pop() ?? new Uint8Array(LINE * SIDE);
  for (let y = 0, from = 0; y < SIDE; y++) {
    for (let to = y * LINE + 1; to < (y + 1) * LINE; to += 2, from++) {
      const sample = pairs[from] as number;
      lines[to] = sample >> 8;
      lines[to + 1] = sample & 255;
    }
  }
  const data = await deflated(lines);
  idle.push(lines);
  return png([chunk('IHDR', HEADER), chunk('IDAT', data), chunk('IEND', new Uint8Array(0))]);
}

/** The pairs of value and coverage in a painted tile's PNG. Throws PaintedTileInvalid. */
export function decodePaintedTile(png: Uint8Array): Uint16Array {
  const problem = (says: string) => new PaintedTileInvalid(`This painted tile ${says}.`);
  let image: ReturnType<typeof decode>;
  try {
    image = decode(png);
  } catch (error) {
    throw problem(`is not a readable PNG (${(error as Error).message})`);
  }
  if (image.width !== SIDE || image.height !== SIDE) throw problem(`is not ${SIDE} pixels square`);
  if (image.channels !== 2 || image.depth !== 16 || !(image.data instanceof Uint16Array)) {
    throw problem('is not 16-bit greyscale with alpha');
  }
  return image.data;
}
