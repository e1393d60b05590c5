import { availableParallelism } from 'node:os';
import { pieceSize, rowsAtOnce, tileRect, tilesUnder } from '@diplex/core';
import {
  type BlendMode,
  type Composition,
  type Layer,
  laidOut,
  type Mask,
  newComposition,
  placedAt,
  plainLayer,
} from '@diplex/document';
import type { Engine } from '@diplex/engine';
import { nodeEngine } from '@diplex/engine/node';
import sharp, { type Blend } from 'sharp';
import { compare, type Row } from './row';

/** A picture that is neither flat nor noise. */
export function picture(
  width: number,
  height: number,
  channels: 3 | 4,
  seed: number,
  to: Uint8Array,
): void {
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i += channels) {
      to[i] = (x + seed * 40) & 255;
      to[i + 1] = (y * 2 + seed * 90) & 255;
      to[i + 2] = ((x * y) >> 6) & 255;
      if (channels === 4) to[i + 3] = 128 + ((x + y) & 127);
    }
  }
}

export const FLAT = { width: 6000, height: 4000, layers: 8 };

async function bringTiles(engine: Engine, source: string, data: Uint8Array): Promise<void> {
  const facts = { width: FLAT.width, height: FLAT.height, channels: 4 as const, bits: 8 as const };
  for (const place of tilesUnder(facts, { x: 0, y: 0, ...FLAT })) {
    const rect = tileRect(facts, place.column, place.row);
    const { samples } = engine.memory.bytes(rect.width * rect.height * 4);
    for (let y = 0; y < rect.height; y++) {
      const from = ((rect.y + y) * FLAT.width + rect.x) * 4;
      samples.set(data.subarray(from, from + rect.width * 4), y * rect.width * 4);
    }
    engine.tell({ type: 'source-tile', tile: { source, level: 0, ...place }, facts, samples });
  }
}

/** Modes that both know, by our name and by the reference's. */
const MODES: readonly (readonly [BlendMode, Blend])[] = [
  ['normal', 'over'],
  ['multiply', 'multiply'],
  ['screen', 'screen'],
  ['overlay', 'overlay'],
  ['darken', 'darken'],
  ['lighten', 'lighten'],
  ['hard-light', 'hard-light'],
  ['difference', 'difference'],
];

function photo(at: number): Layer {
  const size = { width: FLAT.width, height: FLAT.height };
  const centre = { x: FLAT.width / 2, y: FLAT.height / 2 };
  const content = { kind: 'photo' as const, source: `${at % 2}`, size };
  return plainLayer(`layer${at}`, `${at}`, content, placedAt(centre));
}

function photos(modes: readonly BlendMode[], mixIn: 'encoded' | 'light'): Composition {
  const layers = modes.map((blending, at) => ({ ...photo(at), blending }));
  return laidOut({ ...newComposition('Bench', FLAT), mixIn }, layers);
}

/** Layers whose masks and whose edges look at what lies behind them. */
function tinted(count: number): Composition {
  const masks: Mask[] = [];
  const layers = Array.from({ length: count }, (_, at): Layer => {
    masks.push({
      ...{ id: `mask${at}`, name: 'Mask', startsFrom: 'empty', feather: 0 },
      parts: [
        {
          ...{ id: 'tones', kind: 'tones', name: 'Tones', shown: true, combine: 'add', feather: 1 },
          ...{ inverted: false, component: 'lightness', of: 'behind' },
          ...{ low: [0, 0.3], high: [0.7, 0.9] },
        },
      ],
    });
    return {
      ...photo(at),
      edge: { tint: 0.4, tintWidth: 4 },
      maskUse: { mask: `mask${at}`, linked: true, turnedRound: false, lies: [1, 0, 0, 1, 0, 0] },
    };
  });
  return laidOut(newComposition('Bench', FLAT), layers, masks);
}

/** Bands of the upper rows, as they are delivered. */
function bandsOf(engine: Engine, composition: Composition, down: number) {
  const { width } = FLAT;
  const whole = { x: 0, y: 0, width, height: down };
  const piece = pieceSize(composition, whole, 1, engine.piecePixels);
  const rows = rowsAtOnce(piece, whole, engine.size);
  return Array.from({ length: Math.ceil(down / rows) }, (_, i) => {
    const region = { ...whole, y: i * rows, height: Math.min(rows, down - i * rows) };
    return {
      ...{ scale: 1, missing: 'refused' as const, region, piece },
      into: engine.memory.bytes(width * region.height * 4),
    };
  });
}

/** The engine with two pictures of 24 MP, and what draws the upper rows of a composition of them as it is delivered. */
async function drawing(threads: number) {
  const engine = nodeEngine(new URL('./render-worker.js', import.meta.url), threads);
  const pictures = [0, 1].map((seed) => {
    const data = new Uint8Array(FLAT.width * FLAT.height * 4);
    picture(FLAT.width, FLAT.height, 4, seed, data);
    return data;
  });
  for (const [i, data] of pictures.entries()) await bringTiles(engine, `${i}`, data);
  let key = 0;
  const drawn = async (composition: Composition, down: number = FLAT.height) => {
    engine.tell({ type: 'composition', key: ++key, composition });
    const told = key;
    const bands = bandsOf(engine, composition, down);
    await Promise.all(
      bands.map(({ into, ...ask }) =>
        engine.run('render-rows', { ...ask, into: into.samples, composition: told }),
      ),
    );
    for (const { into } of bands) engine.memory.release(into);
  };
  return { engine, pictures, drawn };
}

/** The cost of layers that look at what lies behind them grows with their number. */
export async function* linearRows(): AsyncGenerator<Row> {
  const { engine, drawn } = await drawing(Math.max(2, availableParallelism()));
  yield await compare(
    '8 tinted layers with tones of what lies behind, 12 MP',
    '4 of them',
    2.3,
    () => drawn(tinted(8), 2048),
    () => drawn(tinted(4), 2048),
    2,
  );
  engine.close();
}

/** Eight layers of 24 MP, 8 bits in and out, by the engine as it delivers. */
export async function* flattenRows(threads: number): AsyncGenerator<Row> {
  const { engine, pictures, drawn } = await drawing(threads);
  const raw = { width: FLAT.width, height: FLAT.height, channels: 4 as const };
  const [even, odd] = pictures.map(({ buffer }) => Buffer.from(buffer));
  const bySharp = (blends: readonly Blend[]) => {
    const others = blends.slice(1).map((blend, i) => ({ input: i % 2 ? even : odd, raw, blend }));
    return sharp(even, { raw }).composite(others).raw().toBuffer();
  };
  const reference = "sharp's composite with as many threads";
  const what = `flatten ${FLAT.layers} layers at 24 MP, 8 bits in and out, ${threads} threads`;
  const plain = Array.from({ length: FLAT.layers }, () => MODES[0] as (typeof MODES)[0]);
  for (const [words, modes, mixIn, target] of [
    ['', plain, 'encoded', 0.6],
    [', 8 modes, mixed encoded', MODES, 'encoded', 0.6],
    [', 8 modes, mixed as light', MODES, 'light', 1],
  ] as const) {
    const composition = photos(
      modes.map(([mode]) => mode),
      mixIn,
    );
    const blends = modes.map(([, blend]) => blend);
    const ours = () => drawn(composition);
    yield await compare(`${what}${words}`, reference, target, ours, () => bySharp(blends), 3);
  }
  engine.close();
}
