import {
  coverageOnGrid,
  holderCoverage,
  liveTile,
  PushStroke,
  Stroke,
  type StrokeGround,
  tipOf,
  wholeSource,
} from '@diplex/core';
import { areaLayer, type Matrix, PAINTED_TILE_SIZE } from '@diplex/document';
import { decodePaintedTile, encodePaintedTile } from '@diplex/formats';
import { adopt, inScratch } from '@diplex/kernels';
import type { StrokeMemory } from '../protocol';
import { sha256 } from '../sha256';
import type { WorkerPixels } from '../worker-pixels';
import type { JobHandler } from './job-handler';
import { groundFor } from './pick-grounds';
import { tileRegion } from './tile-region';
import { workedValues } from './worked-values';

const TILE_SAMPLES = PAINTED_TILE_SIZE ** 2;

export const decodeTileJob: JobHandler<'decode-tile'> = ({ png, into }) => {
  const answer = adopt(into);
  answer.set(decodePaintedTile(png));
  return { answer };
};

interface Running {
  readonly stroke: Stroke | PushStroke;
  /** Memory for tiles that the stroke may reach. */
  readonly memory: Map<string, StrokeMemory>;
  /** Tiles that the asker knows of already. */
  readonly announced: Set<string>;
}

const running = new Map<string, Running>();

function strokeNamed(id: string): Running {
  const known = running.get(id);
  if (!known) throw new Error('That stroke has ended.');
  return known;
}

/** How much of a stroke the area lets through in each tile. */
function areaLimit(
  composition: number,
  toComposition: Matrix,
  pixels: WorkerPixels,
): (key: string) => Float32Array {
  const scene = pixels.composition(composition);
  const draw = holderCoverage(scene, areaLayer(scene), pixels);
  const side = 512;
  const { width, height } = scene.canvas;
  const anyIn = (x: number, y: number) => {
    const region = { x, y, width: Math.min(side, width - x), height: Math.min(side, height - y) };
    return inScratch(() => draw(region, 1).data.some((value) => value > 0));
  };
  const places = Array.from({ length: Math.ceil(height / side) }, (_, row) =>
    Array.from({ length: Math.ceil(width / side) }, (__, column) => [column, row] as const),
  ).flat();
  if (!places.some(([column, row]) => anyIn(column * side, row * side))) {
    throw new Error('The area is empty, so nothing can be painted. Put it away or draw another.');
  }
  return (key) =>
    inScratch(() => coverageOnGrid(draw, toComposition, tileRegion(key)).data.slice());
}

export const strokeBeginJob: JobHandler<'stroke-begin'> = (ask, { pixels }) => {
  const { toComposition, extent } = ask;
  const memory = new Map<string, StrokeMemory>();
  const { place, brush } = ask;
  const { tip } = brush;
  const ground: StrokeGround = {
    ...{ toComposition, extent },
    colours: brush.stick && place ? groundFor(place, place.from, pixels).ground.level(0) : null,
    tip: tip ? tipOf(wholeSource(tip.source, pixels)) : null,
    worked: place ? workedValues(place, brush, pixels) : null,
    limit: ask.limitedBy === undefined ? null : areaLimit(ask.limitedBy, toComposition, pixels),
    tile: (key) => pixels.paintedTile(ask.tiles[key] ?? ''),
    memory: (key) => {
      const given = memory.get(key);
      const pairs = given ? adopt(given.pairs).fill(0) : new Uint16Array(TILE_SAMPLES * 2);
      const laid = given ? adopt(given.stroke).fill(0) : new Uint16Array(TILE_SAMPLES);
      pixels.keepTile(liveTile(ask.stroke, key), pairs);
      return { merged: pairs, stroke: laid };
    },
  };
  const stroke = ask.push ? new PushStroke(ask.push, brush, ground) : new Stroke(brush, ground);
  running.set(ask.stroke, { stroke, memory, announced: new Set() });
  return { answer: null };
};

/** How far a stroke pushed anything so far. */
function reachOf(stroke: Running['stroke']): number {
  return stroke instanceof PushStroke ? stroke.reach : 0;
}

export const strokeExtendJob: JobHandler<'stroke-extend'> = (ask) => {
  const { stroke, memory, announced } = strokeNamed(ask.stroke);
  for (const [key, given] of Object.entries(ask.memory)) memory.set(key, given);
  const changed = stroke.extend(ask.points);
  const tiles = [...stroke.tiles.keys()].filter((key) => !announced.has(key));
  for (const key of tiles) announced.add(key);
  return { answer: { changed, tiles, reach: reachOf(stroke) } };
};

export const strokeEndJob: JobHandler<'stroke-end'> = (ask) => {
  const { stroke } = strokeNamed(ask.stroke);
  running.delete(ask.stroke);
  const { heldOff } = stroke;
  return { answer: { tiles: Object.fromEntries(stroke.tiles), heldOff, reach: reachOf(stroke) } };
};

/** The blobs of tiles that are the same all over, by their one pair: large strokes have many. */
const flatTiles = new Map<number, { readonly hash: string; readonly png: Uint8Array }>();

/** The one pair that a tile consists of, as a number; null when there are several. */
function onlyPair(pairs: Uint16Array): number | null {
  const [value = 0, applies = 0] = pairs;
  for (let i = 0; i < pairs.length; i += 2) {
    if (pairs[i] !== value || pairs[i + 1] !== applies) return null;
  }
  return value * 65_536 + applies;
}

export const encodeTileJob: JobHandler<'encode-tile'> = async ({ pairs }) => {
  const flat = onlyPair(pairs);
  const known = flat === null ? undefined : flatTiles.get(flat);
  if (known) return { answer: known };
  const png = await encodePaintedTile(pairs);
  const answer = { hash: await sha256(png), png };
  if (flat !== null) flatTiles.set(flat, answer);
  return { answer };
};

export const strokeDropJob: JobHandler<'stroke-drop'> = (ask) => {
  running.delete(ask.stroke);
  return { answer: null };
};

export const passJob: JobHandler<'pass'> = () => ({ answer: null });
