import { Stroke } from '@diplex/core';
import { PAINTED_TILE_SIZE } from '@diplex/document';
import { decodePaintedTile, encodePaintedTile } from '@diplex/formats';
import { sha256 } from '../sha256';
import { allocateBytes } from '../shared-memory';
import type { JobHandler } from './job-handler';

export const decodeTileJob: JobHandler<'decode-tile'> = ({ png }) => {
  const decoded = decodePaintedTile(png);
  const answer = new Uint16Array(allocateBytes(decoded.byteLength));
  answer.set(decoded);
  return { answer };
};

interface Running {
  readonly stroke: Stroke;
  /** Tiles that the asker knows of already. */
  readonly announced: Set<string>;
}

const running = new Map<string, Running>();

function strokeNamed(id: string): Running {
  const known = running.get(id);
  if (!known) throw new Error('That stroke has ended.');
  return known;
}

export const strokeBeginJob: JobHandler<'stroke-begin'> = (ask, pixels) => {
  const { toComposition, extent } = ask;
  const stroke = new Stroke(ask.brush, {
    ...{ toComposition, extent },
    tile: (key) => pixels.paintedTile(ask.tiles[key] ?? ''),
    allocate: () => new Uint16Array(allocateBytes(PAINTED_TILE_SIZE ** 2 * 4)),
  });
  running.set(ask.stroke, { stroke, announced: new Set() });
  return { answer: null };
};

export const strokeExtendJob: JobHandler<'stroke-extend'> = (ask) => {
  const { stroke, announced } = strokeNamed(ask.stroke);
  const changed = stroke.extend(ask.points);
  const fresh = [...stroke.tiles].filter(([key]) => !announced.has(key));
  for (const [key] of fresh) announced.add(key);
  return { answer: { changed, tiles: Object.fromEntries(fresh) } };
};

export const strokeEndJob: JobHandler<'stroke-end'> = (ask) => {
  const { stroke } = strokeNamed(ask.stroke);
  running.delete(ask.stroke);
  return { answer: Object.fromEntries(stroke.tiles) };
};

export const encodeTileJob: JobHandler<'encode-tile'> = async ({ pairs }) => {
  const png = encodePaintedTile(pairs);
  return { answer: { hash: await sha256(png), png } };
};

export const strokeDropJob: JobHandler<'stroke-drop'> = (ask) => {
  running.delete(ask.stroke);
  return { answer: null };
};
