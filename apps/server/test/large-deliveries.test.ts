import { laidOut, newComposition } from '@diplex/document';
import ExifReader from 'exifreader';
import sharp from 'sharp';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { photoLayer } from './support/documents';
import { TestServer } from './support/test-server';

// More pixels than are encoded as one; odd ones, so that tiles stand out.
const [WIDTH, HEIGHT] = [4303, 3907];
const PHOTO = 60;

let server: TestServer;
let composition: string;
let lossless: Buffer;

/** A disc of soft colours on nothing, its rim hard. */
function disc(): Promise<Buffer> {
  const samples = Uint8Array.from({ length: PHOTO * PHOTO * 4 }, (_, i) => {
    const [x, y] = [(i >> 2) % PHOTO, Math.floor((i >> 2) / PHOTO)];
    if (Math.hypot(x - 30, y - 30) > 25) return 0;
    return [200 + (x % 50), 150 + (y % 60), 160, 255][i % 4] as number;
  });
  return sharp(samples, { raw: { width: PHOTO, height: PHOTO, channels: 4 } })
    .png()
    .toBuffer();
}

async function deliver(file: object): Promise<Buffer> {
  const job = await server.deliver(composition, 1, [{ contents: 'picture', ...file }]);
  expect(job).toMatchObject({ state: 'done', problem: null });
  return server.bytes(`deliveries/${job.delivery}/files/0`);
}

beforeAll(async () => {
  server = await TestServer.start();
  const layer = photoLayer(await server.bringIn('disc.png', await disc()));
  const placement = { ...layer.placement, x: WIDTH / 2, y: HEIGHT / 2, scaleX: 70, scaleY: 62 };
  const canvas = newComposition('Large', { width: WIDTH, height: HEIGHT });
  composition = (await server.compose(laidOut(canvas, [{ ...layer, placement }]))).id;
  lossless = await deliver({ format: 'png', bits: 8 });
});
afterAll(() => server.end());

it.each(['webp', 'avif'] as const)('a large picture that shows through as %s', async (format) => {
  const file = await deliver({ format });
  const facts = await sharp(file).metadata();
  expect(facts).toMatchObject({ width: WIDTH, height: HEIGHT, hasAlpha: true });
  expect(facts.icc).toBeDefined();
  expect(ExifReader.load(file).Software?.description).toBe('Diplex');

  const plain = (bytes: Buffer) =>
    sharp(bytes, { ignoreIcc: true, limitInputPixels: false }).ensureAlpha().raw().toBuffer();
  const [wanted, seen] = await Promise.all([plain(lossless), plain(file)]);
  let [ofAlpha, ofColour, shown] = [0, 0, 0];
  for (let p = 0; p < wanted.length; p += 4) {
    const alpha = wanted[p + 3] as number;
    ofAlpha = Math.max(ofAlpha, Math.abs(alpha - (seen[p + 3] as number)));
    if (alpha < 128) continue;
    shown++;
    for (let c = 0; c < 3; c++) {
      ofColour = Math.max(ofColour, Math.abs((wanted[p + c] as number) - (seen[p + c] as number)));
    }
  }
  expect(shown).toBeGreaterThan(5e6);
  expect(ofAlpha).toBeLessThanOrEqual(format === 'webp' ? 0 : 12);
  // No fringe of what lies beneath the rim, and no tile out of its place.
  expect(ofColour).toBeLessThan(24);
});
