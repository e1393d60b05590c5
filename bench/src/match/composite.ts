import {
  halveLevel,
  type PixelReader,
  renderComposition,
  type SourceLevel,
  type TiledLevel,
  tiled,
} from '@diplex/core';
import {
  type Composition,
  laidOut,
  newComposition,
  placedAt,
  placementOf,
  plainLayer,
} from '@diplex/document';
import { encodePixels, inScratch } from '@diplex/kernels';
import type { MatchGiven } from './cases';

const [SCENE, THING] = ['a'.repeat(64), 'b'.repeat(64)] as const;

/** The layer that is to agree. */
export const SUBJECT = 'thing';

/** A thing laid over a scene, as the program does, and the pixels of both. */
export function laidCase({ name, thing, scene, placement }: MatchGiven): {
  composition: Composition;
  reader: PixelReader;
} {
  const canvas = { width: scene.width, height: scene.height };
  const photo = (source: string, { width, height }: SourceLevel) => ({
    kind: 'photo' as const,
    ...{ source, size: { width, height } },
  });
  const middle = { x: canvas.width / 2, y: canvas.height / 2 };
  const behind = plainLayer('scene', 'Scene', photo(SCENE, scene), placedAt(middle));
  const front = plainLayer(
    ...([SUBJECT, 'Thing', photo(THING, thing), placementOf(placement, thing)] as const),
  );
  const levels = new Map([
    [SCENE, pyramid(scene)],
    [THING, pyramid(thing)],
  ]);
  return {
    composition: laidOut({ ...newComposition(name, canvas), mixIn: 'light' }, [behind, front]),
    reader: {
      level: (source, level) => levels.get(source)?.[level],
      paintedTile: () => undefined,
    },
  };
}

function pyramid(source: SourceLevel): TiledLevel[] {
  const levels = [source];
  for (let at = source; Math.max(at.width, at.height) > 64; ) {
    at = halveLevel(at, (count) =>
      at.data.BYTES_PER_ELEMENT === 2 ? new Uint16Array(count) : new Uint8Array(count),
    );
    levels.push(at);
  }
  return levels.map((level) => tiled(level));
}

/** The composition as it is delivered: encoded red, green and blue of 8 bits. */
export function deliveredPixels(composition: Composition, reader: PixelReader): Uint8Array {
  const { width, height } = composition.canvas;
  const encoded = new Uint8Array(width * height * 4);
  inScratch(() => {
    const { data } = renderComposition(composition, { x: 0, y: 0, width, height }, 1, reader);
    encodePixels(data, composition.mixIn, encoded);
  });
  const out = new Uint8Array(width * height * 3);
  for (let p = 0; p < width * height; p++) {
    for (let c = 0; c < 3; c++) out[p * 3 + c] = encoded[p * 4 + c] as number;
  }
  return out;
}
