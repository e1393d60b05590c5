import {
  difference,
  laidOut,
  newComposition,
  PAINTED_TILE_SIZE,
  perform,
  placedAt,
  plainLayer,
  setOpacity,
} from '@diplex/document';
import { decodePaintedTile } from '@diplex/formats';
import { KernelMemory } from '@diplex/kernels';
import { describe, expect, it, vi } from 'vitest';
import { Engine, type EngineSetup, JobCancelled } from './engine';
import { inlinePort } from './inline-port.test-support';
import type { Port } from './port';
import { sha256 } from './sha256';

const region = { x: 0, y: 0, width: 2, height: 2 };
const view = { kind: 'composition' as const };
const ask = { composition: 1, view, region, scale: 1 };

function engineWithScene(size = 1): Engine {
  const engine = new Engine(inlinePort, size);
  const composition = newComposition('Test', { width: 10, height: 10 });
  engine.tell({ type: 'composition', key: 1, composition });
  return engine;
}

/** An engine whose workers answer when they are told to; `asked` lists what they were given. */
function manualEngine(size: number, setup: EngineSetup = {}) {
  const asked: { id: number; ask: { x: number }; seat: number }[] = [];
  const answers: ((id: number) => void)[] = [];
  const falls: (() => void)[] = [];
  let seats = 0;
  const spawn = (): Port => {
    const seat = seats++;
    return {
      post(message) {
        const request = message as { type: string; id: number; ask: { x: number } };
        if (request.type === 'job') asked.push({ id: request.id, ask: request.ask, seat });
      },
      listen(onMessage, onFailure) {
        answers[seat] = (id) => onMessage({ type: 'done', id, answer: null });
        falls[seat] = () => onFailure(new Error('It fell over.'));
      },
      close: () => undefined,
    };
  };
  const engine = new Engine(spawn, size, setup);
  const finish = (index: number) => {
    const job = asked[index];
    if (job) answers[job.seat]?.(job.id);
  };
  return { engine, asked, finish, fall: (seat: number) => falls[seat]?.() };
}

const probe = (x: number) => ({ composition: 1, x, y: 0 });

describe('Engine', () => {
  it('does jobs and hands back their answers', async () => {
    const engine = engineWithScene();
    const { pixels, standsIn } = await engine.run('render-view', ask);
    expect([...pixels]).toEqual(new Array(16).fill(0));
    expect(standsIn).toBe(false);
    await expect(engine.run('probe', probe(0))).resolves.toMatchObject({ alpha: 0 });
  });

  it('knows a composition by what parts it from another, and says when pixels are missing', async () => {
    const engine = engineWithScene();
    const white = { by: 'colour' as const, colour: { r: 255, g: 255, b: 255, alpha: 1 } };
    const size = { width: 10, height: 10 };
    const middle = placedAt({ x: 5, y: 5 });
    const fill = plainLayer('f', 'Fill', { kind: 'fill' as const, fill: white, size }, middle);
    const empty = newComposition('Test', size);
    const filled = laidOut(empty, [fill]);
    const faded = perform(filled, setOpacity, { layer: 'f', opacity: 0.5 }).composition;
    const change = (key: number, from: number, patches: ReturnType<typeof difference>) =>
      engine.tell({ type: 'composition-change', key, from, patches });
    change(2, 1, difference(empty, filled));
    change(3, 2, difference(filled, faded));
    const alphaAt = async (composition: number) =>
      (await engine.run('render-view', { ...ask, composition })).pixels[3];
    expect([await alphaAt(1), await alphaAt(2), await alphaAt(3)]).toEqual([0, 255, 128]);
    const content = { kind: 'photo' as const, source: 'a'.repeat(64), size };
    const photo = laidOut(empty, [plainLayer('p', 'Photo', content, middle)]);
    change(4, 1, difference(empty, photo));
    expect((await engine.run('render-view', { ...ask, composition: 4 })).standsIn).toBe(true);
    const rows = { composition: 4, region, scale: 1, piece: size, into: new Uint8Array(16) };
    const refused = { ...rows, missing: 'refused' as const };
    const without = { ...rows, missing: 'left out' as const };
    await expect(engine.run('render-rows', without)).resolves.toMatchObject({ opaque: false });
    await expect(engine.run('render-rows', refused)).rejects.toThrow('a'.repeat(64));
  });

  it('says why a job failed, and goes on', async () => {
    const engine = engineWithScene();
    const missing = engine.run('render-view', { ...ask, composition: 99 });
    await expect(missing).rejects.toThrow('no longer at hand');
    await expect(engine.run('probe', probe(0))).resolves.toBeDefined();
  });

  it('gives the most urgent of the waiting jobs to the next free worker', async () => {
    const { engine, asked, finish } = manualEngine(1);
    void engine.run('probe', probe(0));
    void engine.run('probe', probe(1), { priority: 1 });
    void engine.run('probe', probe(2), { priority: 5 });
    void engine.run('probe', probe(3), { priority: 5 });
    for (let i = 0; i < 3; i++) finish(i);
    expect(asked.map((job) => job.ask.x)).toEqual([0, 2, 3, 1]);
  });

  it('spreads jobs over its workers, and keeps those of a stroke on the first', async () => {
    const { engine, asked, finish } = manualEngine(2);
    void engine.run('probe', probe(0), { onFirst: true });
    void engine.run('probe', probe(1), { onFirst: true });
    void engine.run('probe', probe(2));
    expect(asked.map((job) => [job.ask.x, job.seat])).toEqual([
      [0, 0],
      [2, 1],
    ]);
    finish(1);
    expect(asked).toHaveLength(2);
    finish(0);
    expect(asked.map((job) => job.seat)).toEqual([0, 1, 0]);
  });

  it('drops a waiting job that was called off, and no other', async () => {
    const { engine, asked, finish } = manualEngine(1);
    const stop = new AbortController();
    void engine.run('probe', probe(0));
    const cancelled = engine.run('probe', probe(1), { signal: stop.signal });
    void engine.run('probe', probe(2));
    stop.abort();
    await expect(cancelled).rejects.toThrow(JobCancelled);
    finish(0);
    expect(asked.map((job) => job.ask.x)).toEqual([0, 2]);
    await expect(engine.run('probe', probe(3), { signal: stop.signal })).rejects.toThrow(
      JobCancelled,
    );
  });

  it('goes on without a worker that fell over, and says so when none is left', async () => {
    const { engine, asked, finish, fall } = manualEngine(2);
    const first = engine.run('probe', probe(0));
    void engine.run('probe', probe(1));
    const third = engine.run('probe', probe(2));
    fall(0);
    await expect(first).rejects.toThrow('fell over');
    finish(1);
    expect(asked.map((job) => job.seat)).toEqual([0, 1, 1]);
    fall(1);
    await expect(third).rejects.toThrow('fell over');
    await expect(engine.run('probe', probe(3))).rejects.toThrow('fell over');
  });

  it('gives jobs that like the same worker to it, and to another when it fell over', () => {
    const { engine, asked, finish, fall } = manualEngine(2);
    void engine.run('probe', probe(0), { likes: 1 });
    void engine.run('probe', probe(1), { likes: 4 });
    finish(0);
    finish(1);
    engine.run('probe', probe(2), { likes: 1 }).catch(() => undefined);
    const waiting = engine.run('probe', probe(3), { likes: 1 });
    expect(asked.map((job) => job.seat)).toEqual([1, 0, 1]);
    waiting.catch(() => undefined);
    fall(1);
    expect(asked.map((job) => job.seat)).toEqual([1, 0, 1, 0]);
  });

  it('has somebody else do what likes a worker that is busy for long', async () => {
    const { engine, asked } = manualEngine(2);
    void engine.run('probe', probe(0), { likes: 1 });
    void engine.run('probe', probe(1), { likes: 1 });
    expect(asked.map((job) => job.seat)).toEqual([1]);
    await vi.waitFor(() => expect(asked.map((job) => job.seat)).toEqual([1, 0]));
  });

  it('does what may take long apart from what is seen, and never has that wait', () => {
    const { engine, asked, finish, fall } = manualEngine(1, { longLane: true });
    const long = () => {
      const ask = { composition: 1, layer: 'l', view };
      engine.run('check-edge', ask).catch(() => undefined);
    };
    long();
    long();
    void engine.run('probe', probe(0));
    expect(asked.map((job) => job.seat)).toEqual([1, 0]);
    finish(1);
    void engine.run('probe', probe(1));
    expect(asked.map((job) => job.seat)).toEqual([1, 0, 0]);
    // Without its worker the others do what it did.
    fall(1);
    finish(2);
    expect(asked.map((job) => job.seat)).toEqual([1, 0, 0, 0]);
  });

  it('tells a worker to stop the job that it does, and rejects it at once', async () => {
    const stops: Int32Array[] = [];
    const memory = KernelMemory.create(256 * 2 ** 20);
    const ids: number[] = [];
    const port: Port = {
      post(message) {
        const request = message as { type: string; id: number; stops: Int32Array };
        if (request.type === 'start') stops.push(request.stops);
        else ids.push(request.id);
      },
      listen: () => undefined,
      close: () => undefined,
    };
    const engine = new Engine(() => port, 1, { kernels: memory });
    const stop = new AbortController();
    const job = engine.run('probe', probe(0), { signal: stop.signal });
    stop.abort();
    await expect(job).rejects.toThrow(JobCancelled);
    expect(stops[0]?.[0]).toBe(ids[0]);
  });

  it('tells nobody of a job that was called off, and of any other what it tells', async () => {
    const heard: unknown[] = [];
    let answer: (message: unknown) => void = () => undefined;
    const port: Port = {
      post: () => undefined,
      listen: (onMessage) => {
        answer = onMessage;
      },
      close: () => undefined,
    };
    const engine = new Engine(() => port, 1);
    const stop = new AbortController();
    const coverage = { width: 1, height: 1, step: 1, data: Uint8Array.of(9) };
    const job = engine.run('probe', probe(0), {
      signal: stop.signal,
      onProgress: (done) => heard.push(done),
      onDraft: (draft) => heard.push(draft),
    });
    answer({ type: 'progress', id: 1, done: 0.2 });
    answer({ type: 'draft', id: 1, coverage });
    stop.abort();
    await expect(job).rejects.toThrow(JobCancelled);
    answer({ type: 'progress', id: 1, done: 0.4 });
    answer({ type: 'draft', id: 1, coverage });
    expect(heard).toEqual([0.2, coverage]);
  });

  it('rejects what is open when it closes', async () => {
    const { engine } = manualEngine(1);
    const open = [engine.run('probe', probe(0)), engine.run('probe', probe(1))];
    engine.close();
    for (const job of open) await expect(job).rejects.toThrow(JobCancelled);
  });
});

describe('a stroke in the engine', () => {
  const brush = {
    ...{ radius: 10, softness: 0, strength: 1, flow: 1 },
    ...{ pressure: 'none' as const, value: 1 },
  };
  const begin = {
    ...{ stroke: 's', brush, toComposition: [1, 0, 0, 1, 0, 0] as const },
    ...{ extent: { x: 0, y: 0, width: 600, height: 300 }, tiles: {} },
  };
  const memory = {};
  const at = (x: number) => ({ x, y: 100, pressure: 1 });

  it('ends as blobs that hold what was painted, under their own hashes', async () => {
    const engine = engineWithScene();
    await engine.run('stroke-begin', begin);
    const first = await engine.run('stroke-extend', { stroke: 's', points: [at(50)], memory });
    expect(first.tiles).toEqual(['0,0']);
    const more = await engine.run('stroke-extend', { stroke: 's', points: [at(300)], memory });
    expect(more.tiles).toEqual(['1,0']);
    const { tiles: ended } = await engine.run('stroke-end', { stroke: 's' });
    expect(Object.keys(ended).sort()).toEqual(['0,0', '1,0']);
    for (const pairs of Object.values(ended)) {
      const { hash, png } = await engine.run('encode-tile', { pairs });
      expect(await sha256(png)).toBe(hash);
      expect(decodePaintedTile(png)).toEqual(new Uint16Array(pairs));
      const into = new Uint16Array(PAINTED_TILE_SIZE ** 2 * 2);
      await expect(engine.run('decode-tile', { png, into })).resolves.toEqual(
        new Uint16Array(pairs),
      );
    }
    const middle = (100 * PAINTED_TILE_SIZE + 50) * 2;
    expect([...(ended['0,0']?.subarray(middle, middle + 2) ?? [])]).toEqual([65535, 65535]);
    const again = engine.run('stroke-extend', { stroke: 's', points: [at(1)], memory });
    await expect(again).rejects.toThrow('ended');
  });

  it('leaves nothing when it is dropped', async () => {
    const engine = engineWithScene();
    await engine.run('stroke-begin', begin);
    await engine.run('stroke-drop', { stroke: 's' });
    await expect(engine.run('stroke-end', { stroke: 's' })).rejects.toThrow('ended');
  });
});

describe('a pick in the engine', () => {
  const source = 'e'.repeat(64);
  const side = 64;
  /** A red square on grey, in one tile. */
  const samples = new Uint8Array(side * side * 3).fill(120);
  for (let y = 20; y < 44; y++) {
    for (let x = 20; x < 44; x++) samples.set([210, 50, 40], (y * side + x) * 3);
  }
  const photo = (of: string) => {
    const content = { kind: 'photo' as const, source: of, size: { width: side, height: side } };
    return plainLayer('l', 'Layer', content, placedAt({ x: 32, y: 32 }));
  };
  const place = { composition: 1, layer: 'l' };

  function withPhoto(): Engine {
    const engine = new Engine(inlinePort, 1);
    const empty = newComposition('Test', { width: side, height: side });
    engine.tell({ type: 'composition', key: 1, composition: laidOut(empty, [photo(source)]) });
    const facts = { width: side, height: side, channels: 3 as const, bits: 8 as const };
    const tile = { source, level: 0, column: 0, row: 0 };
    engine.tell({ type: 'source-tile', tile, facts, samples });
    return engine;
  }
  const point = {
    ...{ x: 32, y: 32, patch: 3, tolerance: 0.05, skirt: 0.02 },
    ...{ spread: 'touching' as const, combine: 'add' as const },
  };

  it('answers tiles of what was picked, and says how far it has come', async () => {
    const done: number[] = [];
    const recipe = { by: 'reach' as const, from: 'layer' as const, points: [point] };
    const ask = { ...place, recipe, specks: 0, solved: null, tiles: {} };
    const engine = withPhoto();
    const tiles = await engine.run('pick', ask, { onProgress: (share) => done.push(share) });
    expect(Object.keys(tiles)).toEqual(['0,0']);
    const pairs = tiles['0,0'] as Uint16Array;
    const at = (x: number, y: number) => pairs[(y * PAINTED_TILE_SIZE + x) * 2];
    expect([at(32, 32), at(21, 21), at(10, 32)]).toEqual([65_535, 65_535, 0]);
    expect(done).toEqual([1]);
    // What is the same as before comes by the name that it has.
    engine.tell({ type: 'tile', hash: 'kept', pairs });
    const before = { '0,0': 'kept' };
    expect(await engine.run('pick', { ...ask, tiles: before })).toEqual(before);
    const less = { ...recipe, points: [{ ...point, patch: 1, x: 2 }] };
    const changed = await engine.run('pick', { ...ask, recipe: less, tiles: before });
    expect(changed['0,0']).toBeInstanceOf(Uint16Array);
  });

  it('picks from the composition as it shows as well', async () => {
    const recipe = { by: 'reach' as const, from: 'composition' as const, points: [point] };
    const tiles = await withPhoto().run('pick', {
      ...place,
      recipe,
      specks: 0,
      solved: null,
      tiles: {},
    });
    expect(tiles['0,0']?.[(32 * PAINTED_TILE_SIZE + 32) * 2]).toBe(65_535);
    expect(tiles['0,0']?.[(32 * PAINTED_TILE_SIZE + 8) * 2]).toBe(0);
  });

  it('maps what is reached, gives levels, and snaps lines', async () => {
    const engine = withPhoto();
    const reach = { at: point, patch: 3, spread: 'everywhere' as const };
    const from = 'layer' as const;
    const map = await engine.run('reach-map', { ...place, from, reach, level: 0 });
    expect([map.width, map.map[32 * side + 32]]).toEqual([side, 0]);
    const level = await engine.run('ground-level', { ...place, from, level: 0 });
    expect([...level.data.subarray(0, 3)]).toEqual([120, 120, 120]);
    const points = [17, 47].flatMap((y) =>
      Array.from({ length: 10 }, (_, i) => ({ x: 18 + 3 * i, y })),
    );
    const line = await engine.run('snap-line', { ...place, from, level: 0, points, reach: 6 });
    expect(line).toHaveLength(20);
    expect(line[5]?.y).toBeGreaterThan(18.5);
  });

  it('says what is missing', async () => {
    const engine = engineWithScene();
    const recipe = { by: 'reach' as const, from: 'layer' as const, points: [point] };
    const nobody = engine.run('pick', { ...place, recipe, specks: 0, solved: null, tiles: {} });
    await expect(nobody).rejects.toThrow('no longer in the composition');
    const bare = new Engine(inlinePort, 1);
    const empty = newComposition('Test', { width: side, height: side });
    bare.tell({
      type: 'composition',
      key: 1,
      composition: laidOut(empty, [photo('f'.repeat(64))]),
    });
    const early = bare.run('pick', { ...place, recipe, specks: 0, solved: null, tiles: {} });
    await expect(early).rejects.toThrow('not there yet');
  });
});

describe('an area in the engine', () => {
  const canvas = { width: 300, height: 200 };
  const box = {
    ...{ id: 'p', kind: 'box' as const, name: 'Box', shown: true, combine: 'add' as const },
    ...{ feather: 0, inverted: false, x: 40, y: 30, width: 100, height: 80 },
  };
  const mask = {
    ...{ id: 'm', name: 'Area', startsFrom: 'empty' as const, feather: 0, parts: [box] },
    size: canvas,
  };
  const area = { mask: 'm', lies: [1, 0, 0, 1, 20, 0] as const, turnedRound: false, inUse: true };

  function withArea(change: Partial<typeof area> = {}, parts = [box]): Engine {
    const engine = new Engine(inlinePort, 1);
    const empty = newComposition('Test', canvas);
    const masks = { m: { ...mask, parts } };
    const composition = { ...empty, masks, area: { ...area, ...change } };
    engine.tell({ type: 'composition', key: 1, composition });
    return engine;
  }

  it('has a closed outline where its coverage passes one half', async () => {
    const ask = { composition: 1, region: { x: 0, y: 0, width: 600, height: 400 }, scale: 2 };
    const lines = await withArea().run('area-outline', ask);
    expect(lines).toHaveLength(1);
    const xs = [...(lines[0] ?? [])].filter((_, i) => i % 2 === 0);
    const ys = [...(lines[0] ?? [])].filter((_, i) => i % 2 === 1);
    const ends = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
    for (const [i, end] of [60, 160, 30, 110].entries()) {
      expect(Math.abs((ends[i] as number) - end)).toBeLessThan(0.6);
    }
    expect(await withArea({ inUse: false }).run('area-outline', ask)).toEqual([]);
    // Turned round, its border is the canvas's too.
    expect(await withArea({ turnedRound: true }).run('area-outline', ask)).toHaveLength(2);
  });

  it('is laid on the pixels of another mask', async () => {
    const onto = { toComposition: [2, 0, 0, 2, 0, 0] as const, size: { width: 150, height: 100 } };
    const ask = { composition: 1, from: { of: 'area' as const }, onto };
    const tiles = await withArea().run('lay-coverage', ask);
    const at = (x: number, y: number) => tiles['0,0']?.[(y * PAINTED_TILE_SIZE + x) * 2];
    expect([at(31, 16), at(79, 54), at(28, 30), at(82, 30)]).toEqual([65_535, 65_535, 0, 0]);
  });

  it('limits a stroke, and an empty one refuses it', async () => {
    const brush = {
      ...{ radius: 8, softness: 0, strength: 1, flow: 1 },
      ...{ pressure: 'none' as const, value: 1 },
    };
    const begin = {
      ...{ stroke: 's', brush, toComposition: [1, 0, 0, 1, 0, 0] as const, limitedBy: 1 },
      ...{ extent: { x: 0, y: 0, ...canvas }, tiles: {} },
    };
    const engine = withArea();
    await engine.run('stroke-begin', begin);
    const points = [30, 200].map((x) => ({ x, y: 60, pressure: 1 }));
    await engine.run('stroke-extend', { stroke: 's', points, memory: {} });
    const { tiles, heldOff } = await engine.run('stroke-end', { stroke: 's' });
    const applies = (x: number) => tiles['0,0']?.[(60 * PAINTED_TILE_SIZE + x) * 2 + 1];
    expect([applies(40), applies(61), applies(159), applies(170)]).toEqual([0, 65_535, 65_535, 0]);
    expect(heldOff).toBe(false);
    await expect(withArea({}, []).run('stroke-begin', begin)).rejects.toThrow('area is empty');
  });
});

describe('things that shall touch', () => {
  it('are told how far they are apart by what their own pixels cover', async () => {
    const engine = new Engine(inlinePort, 1);
    const shape = (id: string, frame: { x: number; y: number; width: number; height: number }) => {
      const oval = { id: 's', kind: 'oval' as const, rule: 'unite' as const, turn: 0, ...frame };
      const colour = { r: 9, g: 9, b: 9, alpha: 1 };
      const fill = { by: 'colour' as const, colour };
      const content = { kind: 'shape' as const, shapes: [oval], fill, stroke: null };
      return plainLayer(id, id, content, placedAt({ x: 0, y: 0 }));
    };
    const layers = [
      shape('ground', { x: 0, y: 120, width: 300, height: 60 }),
      shape('ball', { x: 130, y: 20, width: 40, height: 40 }),
      shape('aside', { x: 400, y: 20, width: 40, height: 40 }),
    ];
    const composition = laidOut(newComposition('Test', { width: 300, height: 200 }), layers);
    engine.tell({ type: 'composition', key: 1, composition });
    const way = (layer: string, other: string | null, to: 'down' | 'left') =>
      engine.run('way-to-touch', { composition: 1, layer, other, way: to });
    // Both are widest in the middle, where they meet.
    expect(await way('ball', 'ground', 'down')).toBeCloseTo(60, 0);
    expect(await way('ball', null, 'left')).toBeCloseTo(130, 0);
    expect(await way('ball', null, 'down')).toBeCloseTo(140, 0);
    expect(await way('aside', 'ground', 'down')).toBeNull();
  });
});
