import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { changedPart } from '../src/deliveries/changed-part';
import { type RowsFile, RowsWriter } from '../src/deliveries/rows-file';

// More rows than a strip of the file has.
const [WIDTH, HEIGHT] = [50, 150];

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'diplex-rows-'));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** A picture of one grey, but for some pixels. */
async function rows(
  name: string,
  others: readonly (readonly [number, number])[],
): Promise<RowsFile> {
  const data = new Uint8Array(WIDTH * HEIGHT * 4).fill(90);
  for (const [x, y] of others) data[(y * WIDTH + x) * 4 + 2] = 91;
  const facts = { width: WIDTH, channels: 4, bits: 8, space: 'srgb' } as const;
  const writer = await RowsWriter.open(join(folder, name), facts);
  await writer.take(data);
  const made = await writer.end(true);
  await writer.close();
  return made;
}

it('is around all that differs, in one channel and by one step, across strips', async () => {
  const before = await rows('before', []);
  const after = await rows('after', [
    [7, 3],
    [41, 60],
    [20, 149],
  ]);
  expect(await changedPart(before, after)).toEqual({ x: 7, y: 3, width: 35, height: 147 });
  expect(await changedPart(after, before)).toEqual({ x: 7, y: 3, width: 35, height: 147 });
});

it('is one pixel where one differs, and nothing where none does', async () => {
  const before = await rows('one', [[10, 100]]);
  expect(await changedPart(before, await rows('same', [[10, 100]]))).toBeNull();
  const [x, y] = [49, 149];
  expect(
    await changedPart(
      before,
      await rows('two', [
        [10, 100],
        [x, y],
      ]),
    ),
  ).toEqual({
    ...{ x, y, width: 1, height: 1 },
  });
});
