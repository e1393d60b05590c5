import type { Leaves, SourceTile } from '@diplex/core';
import { Engine, type Port } from '@diplex/engine';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Source } from '../link/server';
import { PixelSupply } from './pixel-supply';

const source = {
  ...{ hash: 'a', name: 'wall.jpg', width: 2048, height: 1024, channels: 3, bits: 8 },
} as unknown as Source;

const tile = (level: number, column: number, row = 0): SourceTile => ({
  ...{ source: 'a', level, column, row },
});
const view = (...sources: SourceTile[]): Leaves => ({ sources, painted: [] });
const nothing = view();

/** What the workers were told, and an engine that answers nothing else. */
function listening() {
  const told: { type: string; tile?: SourceTile; tiles?: SourceTile[] }[] = [];
  let answer: (message: unknown) => void = () => undefined;
  const port: Port = {
    post(message) {
      const request = message as { type: string; id: number };
      if (request.type === 'job') answer({ type: 'done', id: request.id, answer: null });
      else told.push(request);
    },
    listen(onMessage) {
      answer = onMessage;
    },
    close: () => undefined,
  };
  return { engine: new Engine(() => port, 1), told };
}

/** Answers to fetches, in the order in which they were asked. */
let asked: { path: string; give: (status?: number) => void }[];

beforeEach(() => {
  vi.useFakeTimers();
  asked = [];
  vi.stubGlobal('fetch', (path: string) => {
    return new Promise<Response>((resolve) => {
      const give = (status = 200) => {
        const headers = { 'Content-Length': '12' };
        resolve(new Response(new Uint8Array(12), { status, headers }));
      };
      asked.push({ path, give });
    });
  });
});

afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

async function pause(): Promise<void> {
  await vi.advanceTimersByTimeAsync(60);
}

function supplyOf(engine: Engine, problems: string[] = []) {
  return new PixelSupply(
    engine,
    (hash) => (hash === 'a' ? source : undefined),
    (words) => problems.push(words),
  );
}

describe('PixelSupply', () => {
  it('fetches the coarsest level first, then the view, then what lies around, each tile once', async () => {
    const { engine, told } = listening();
    const supply = supplyOf(engine);
    supply.show(view(tile(0, 1), tile(0, 2)), view(tile(0, 1), tile(0, 3)));
    expect(asked.map(({ path }) => path.split('levels/')[1])).toEqual([
      ...['2/tiles/0/0', '0/tiles/1/0', '0/tiles/2/0', '0/tiles/3/0'],
    ]);
    supply.show(view(tile(0, 1)), nothing);
    expect(asked).toHaveLength(4);
    for (const { give } of asked) give();
    await pause();
    const tiles = told
      .filter(({ type }) => type === 'source-tile')
      .map((each) => each.tile?.column);
    expect(tiles).toEqual([0, 1, 2, 3]);
    supply.show(view(tile(0, 2)), nothing);
    expect(asked).toHaveLength(4);
    expect(supply.idle).toBe(true);
  });

  it('leaves what is no longer wanted and was not begun', async () => {
    const { engine } = listening();
    const supply = supplyOf(engine);
    const many = Array.from({ length: 9 }, (_, i) => tile(0, i % 4, Math.floor(i / 4)));
    supply.show(view(...many), nothing);
    expect(asked).toHaveLength(6);
    supply.show(view(tile(1, 0)), nothing);
    asked[0]?.give();
    await pause();
    expect(asked.map(({ path }) => path.split('levels/')[1])[6]).toBe('1/tiles/0/0');
    expect(asked).toHaveLength(7);
  });

  it('tells what could not be had, and asks for it again later', async () => {
    const { engine } = listening();
    const problems: string[] = [];
    const supply = supplyOf(engine, problems);
    supply.show(view(tile(2, 0)), nothing);
    asked[0]?.give(500);
    await pause();
    expect(problems).toHaveLength(1);
    supply.show(view(tile(2, 0)), nothing);
    expect(asked).toHaveLength(1);
    await vi.advanceTimersByTimeAsync(5000);
    supply.show(view(tile(2, 0)), nothing);
    expect(asked).toHaveLength(2);
  });

  it('leaves the memory of a painted tile with the stroke when it has the same one', () => {
    const { engine, told } = listening();
    const supply = supplyOf(engine);
    const release = vi.spyOn(engine, 'retire');
    expect(supply.keepPainted('h', engine.memory.words(4))).toBe(true);
    expect(supply.keepPainted('h', engine.memory.words(4))).toBe(false);
    expect(told.map(({ type }) => type)).toEqual(['tile']);
    expect(release).not.toHaveBeenCalled();
  });

  it('keeps nothing that arrives after it was told to forget', async () => {
    const { engine, told } = listening();
    const supply = supplyOf(engine);
    supply.show(view(tile(2, 0)), nothing);
    supply.forget();
    asked[0]?.give();
    await pause();
    expect(told.map(({ type }) => type)).toEqual(['forget']);
  });

  it('brings tiles for a computation, whatever is in view, and keeps them for as long', async () => {
    const { engine, told } = listening();
    const supply = supplyOf(engine);
    const bringing = supply.bring([tile(0, 0), tile(0, 1)]);
    supply.show(view(tile(1, 0)), nothing);
    await pause();
    for (let i = 0; i < 4; i++) {
      asked[i]?.give();
      await pause();
    }
    const letGo = await bringing;
    const brought = told.filter(({ type }) => type === 'source-tile').map((each) => each.tile);
    expect(brought).toContainEqual(tile(0, 0));
    expect(brought).toContainEqual(tile(0, 1));
    // What is here already is not fetched again.
    const before = asked.length;
    (await supply.bring([tile(0, 1)]))();
    letGo();
    expect(asked).toHaveLength(before);
  });

  it('says so when a tile for a computation cannot be had', async () => {
    const { engine } = listening();
    const problems: string[] = [];
    const supply = supplyOf(engine, problems);
    const bringing = expect(supply.bring([tile(0, 0)])).rejects.toThrow();
    await pause();
    asked[0]?.give(500);
    await pause();
    await bringing;
    expect(problems).toHaveLength(1);
  });

  it('does not wait for a photograph that nobody knows', async () => {
    const { engine } = listening();
    const unknown = { ...tile(0, 0), source: 'z' };
    await expect(supplyOf(engine).bring([unknown])).rejects.toThrow('not on the shelf');
  });

  it('gives up what is being brought when the composition is left', async () => {
    const { engine } = listening();
    const supply = supplyOf(engine);
    const bringing = expect(supply.bring([tile(0, 0)])).rejects.toThrow('left');
    await pause();
    supply.forget();
    await bringing;
  });
});
