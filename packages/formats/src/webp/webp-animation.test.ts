import sharp from 'sharp';
import { expect, it } from 'vitest';
import { WebpAnimation } from './webp-animation';
import { webpChunks } from './webp-chunks';

const [WIDTH, HEIGHT] = [20, 12];

/** A WebP without loss of one colour, with alpha. */
function picture(width: number, height: number, colour: readonly number[]): Promise<Buffer> {
  const samples = Uint8Array.from({ length: width * height * 4 }, (_, i) => colour[i % 4] ?? 0);
  const raw = { width, height, channels: 4 as const };
  return sharp(samples, { raw }).webp({ lossless: true, exact: true }).toBuffer();
}

it('writes frames that an independent reader sees as they were, each over those before it', async () => {
  const bytes = new Uint8Array(20_000);
  let end = 0;
  const write = async (at: number, part: Uint8Array) => {
    bytes.set(part, at);
    end = Math.max(end, at + part.length);
  };
  const [red, green] = [
    [200, 10, 20, 255],
    [30, 180, 60, 77],
  ] as const;
  const whole = await picture(WIDTH, HEIGHT, red);
  const said = await sharp(whole).withXmp('<x/>').withIccProfile('srgb').webp().toBuffer();
  const animation = new WebpAnimation(write, { width: WIDTH, height: HEIGHT }, said);
  await animation.begin();
  await animation.frame(whole, { x: 0, y: 0, width: WIDTH, height: HEIGHT }, 300);
  await animation.frame(await picture(5, 3, green), { x: 4, y: 6, width: 5, height: 3 }, 1200);
  await animation.finish();

  const file = Buffer.from(bytes.subarray(0, end));
  const facts = await sharp(file, { animated: true }).metadata();
  expect(facts).toMatchObject({ pages: 2, pageHeight: HEIGHT, width: WIDTH, delay: [300, 1200] });
  expect(facts.loop).toBe(0);
  expect(facts.xmp?.toString()).toBe('<x/>');
  expect(facts.icc).toBeDefined();
  for (const page of [0, 1]) {
    const seen = await sharp(file, { page, ignoreIcc: true }).ensureAlpha().raw().toBuffer();
    for (let y = 0; y < HEIGHT; y++) {
      for (let x = 0; x < WIDTH; x++) {
        const changed = page === 1 && x >= 4 && x < 9 && y >= 6 && y < 9;
        const at = (y * WIDTH + x) * 4;
        expect([...seen.subarray(at, at + 4)]).toEqual(changed ? [...green] : [...red]);
      }
    }
  }
});

it('refuses what is no WebP, or not whole', async () => {
  const whole = await picture(4, 4, [1, 2, 3, 255]);
  expect(webpChunks(whole).map(({ kind }) => kind)).toContain('VP8L');
  expect(() => webpChunks(whole.subarray(0, whole.length - 5))).toThrow(/cut short/);
  expect(() => webpChunks(new Uint8Array(30))).toThrow(/no WebP/);
});
