import type { Held } from '@diplex/engine';
import { sendBlob } from '../bench/blob-uploads';
import { pageEngine, pageSupply } from '../bench/engine';

/** What is on the screen goes before keeping what was worked out. */
const KEEPING = 5;

/**
 * Stores tiles under their hashes and has the workers draw them. Tiles that share their memory are
 * stored once, and those that are kept already come by their hash. Answers the hashes by `column,row`.
 */
export async function keepTiles(
  tiles: Readonly<Record<string, Uint16Array | string>>,
  signal: AbortSignal,
): Promise<Record<string, string>> {
  const hashOf = new Map<Uint16Array, Promise<string>>();
  const keep = (pairs: Uint16Array) => {
    const known = hashOf.get(pairs) ?? keepTile(pairs, signal);
    hashOf.set(pairs, known);
    return known;
  };
  const entries = Object.entries(tiles).map(
    async ([key, tile]) => [key, typeof tile === 'string' ? tile : await keep(tile)] as const,
  );
  return Object.fromEntries(await Promise.all(entries));
}

async function keepTile(pairs: Uint16Array, signal: AbortSignal): Promise<string> {
  const engine = pageEngine();
  const held = hold(pairs);
  try {
    const ask = { pairs: held.samples };
    const { hash, png } = await engine.run('encode-tile', ask, { priority: KEEPING, signal });
    await sendBlob(hash, png);
    if (!pageSupply().keepPainted(hash, held)) void engine.retire([held]);
    return hash;
  } catch (error) {
    void engine.retire([held]);
    throw error;
  }
}

/** The same pairs in memory that all workers see, where there is such. */
function hold(pairs: Uint16Array): Held<Uint16Array> {
  const { memory } = pageEngine();
  if (!memory.shared) return { samples: pairs, block: null };
  const held = memory.words(pairs.length);
  held.samples.set(pairs);
  return held;
}
