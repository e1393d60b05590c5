import { createHash, randomBytes } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { type Composition, goTo, type HistoryEntry, validateComposition } from '@diplex/document';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { oneLayer, opacityStep } from './support/documents';
import { type Loaded, TestServer } from './support/test-server';

const KILLS = 50;

let server: TestServer;
beforeAll(async () => {
  server = await TestServer.start();
});
afterAll(() => server.end());

/** Every file of the blob store, by the name that its place gives it. */
function storedBlobs(data: string): Map<string, Buffer> {
  const folder = join(data, 'blobs');
  const files = readdirSync(folder).flatMap((start) =>
    readdirSync(join(folder, start)).map((rest) => [start, rest] as const),
  );
  return new Map(
    files.map(([start, rest]) => [start + rest, readFileSync(join(folder, start, rest))]),
  );
}

describe('a server killed while it saves', () => {
  it(`comes back ${KILLS} times with the last answered save and whole blobs`, async () => {
    const grey = { width: 20, height: 10, channels: 3 as const, background: '#808080' };
    const source = await server.bringIn('grey.png', await sharp({ create: grey }).png().toBuffer());
    const begun = await server.compose(oneLayer(source));
    const { id } = begun;
    let { revision } = begun;
    let document: Composition = begun.document;
    let entries: HistoryEntry[] = [];

    for (let round = 0; round < KILLS; round++) {
      let alive = true;
      let answered = { revision, count: entries.length };
      let sent = document;
      // Saves one step after another, as the page does, with blobs beside them, until the end.
      const saving = (async () => {
        for (let step = 0; alive; step++) {
          const opacity = ((round * 37 + step * 11) % 97) / 100 + 0.01;
          if (opacity === sent.layers.a?.opacity) continue;
          const next = opacityStep(sent, opacity);
          const answer = await server.append(id, revision, entries.length, [next.entry]);
          if (answer.status !== 200) throw new Error(answer.body.detail);
          entries = [...entries, next.entry];
          sent = next.document;
          revision = answer.body.revision;
          answered = { revision, count: entries.length };
        }
      })();
      const blobs = (async () => {
        while (alive) {
          const bytes = randomBytes(300_000);
          const hash = createHash('sha256').update(bytes).digest('hex');
          await fetch(`${server.address}/api/blobs/${hash}`, { method: 'PUT', body: bytes });
        }
      })();
      const ended = Promise.allSettled([saving, blobs]);
      // Another moment of the work each time.
      await new Promise((resolve) => setTimeout(resolve, 60 + ((round * 37) % 190)));
      await server.kill();
      alive = false;
      const [saved] = await ended;
      if (
        saved.status === 'rejected' &&
        !/fetch failed|terminated|other side/.test(String(saved.reason))
      ) {
        throw saved.reason;
      }

      server = await server.again();
      const { body } = await server.ask<Loaded>('GET', `compositions/${id}`);
      const found = validateComposition(body.document);
      // What was answered is there; what was under way is there whole or not at all.
      expect([answered.revision, answered.revision + 1]).toContain(body.revision);
      expect(body.history.entries.length - answered.count).toBe(body.revision - answered.revision);
      expect(body.history.position).toBe(body.history.entries.length);
      expect(goTo(found, body.history, 0).composition).toEqual(begun.document);
      ({ revision } = body);
      document = found;
      entries = [...body.history.entries];
    }

    for (const [hash, bytes] of storedBlobs(server.data)) {
      expect(createHash('sha256').update(bytes).digest('hex')).toBe(hash);
    }
    expect(readdirSync(join(server.data, 'incoming'))).toEqual([]);
    expect(entries.length).toBeGreaterThan(KILLS);
  }, 300_000);
});
