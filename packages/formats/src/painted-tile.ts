import { PAINTED_TILE_SIZE } from '@diplex/document';
import { decode, encode } from 'fast-png';

const SIDE = PAINTED_TILE_SIZE;

/** A blob that claims to be a painted tile and is not. */
export class PaintedTileInvalid extends Error {
  override readonly name = 'PaintedTileInvalid';
}

/**
 * A painted tile as a PNG: 16-bit greyscale with alpha, PAINTED_TILE_SIZE squared. Grey is the value
 * painted (white shows, black hides), alpha how much of it applies.
 */
export function encodePaintedTile(pairs: Uint16Array): Uint8Array {
  // The encoder reads plain memory only, and the pairs may live in shared memory.
  const data = new Uint16Array(pairs);
  // Strokes are mostly flat: the quickest level packs them as well as a slow one.
  return encode(
    { width: SIDE, height: SIDE, data, depth: 16, channels: 2 },
    { zlib: { level: 1 } },
  );
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
