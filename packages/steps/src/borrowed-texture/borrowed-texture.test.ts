import type { FloatPixels } from '@diplex/kernels';
import { inScratch } from '@diplex/kernels';
import { describe, expect, it } from 'vitest';
import { Dice } from '../noise/dice';
import { computeBorrowedTexture } from './compute';
import type { TextureBand } from './definition';
import { BANDS } from './definition';
import { detailBands } from './detail-bands';

const SIDE = 160;

/** Opaque grey pixels. */
function picture(of: (x: number, y: number) => number): FloatPixels {
  const data = new Float32Array(SIDE * SIDE * 4);
  for (let p = 0; p < SIDE * SIDE; p++) {
    data.fill(of(p % SIDE, Math.floor(p / SIDE)), p * 4, p * 4 + 3);
    data[p * 4 + 3] = 1;
  }
  return { x: 0, y: 0, width: SIDE, height: SIDE, data };
}

function noisy(deviation: number, seed: number): FloatPixels {
  const dice = new Dice(seed, 3, 7);
  return picture(() => 0.5 + deviation * dice.normal());
}

/** The strength of which half, most and nearly all detail is weaker, for each size, in hundredths. */
function strengths(image: FloatPixels): number[][] {
  return detailBands(image, BANDS, 1, 1).bands.map((band) => {
    const sorted = Float64Array.from(band as Float32Array, Math.abs).sort();
    return [0.5, 0.85, 0.98].map((share) => 100 * (sorted[Math.floor(share * sorted.length)] ?? 0));
  });
}

function bandsOf(own: FloatPixels, model: FloatPixels): TextureBand[] {
  const there = strengths(model);
  return strengths(own).map(([half = 0, much = 0, all = 0], k) => {
    const [halfThere = 0, muchThere = 0, allThere = 0] = there[k] ?? [];
    return { half, much, all, halfThere, muchThere, allThere };
  });
}

function textured(own: FloatPixels, bands: TextureBand[], made: number): FloatPixels {
  const part = { x: 0, y: 0, width: SIDE, height: SIDE };
  const asked = { part, scale: 1, frame: { toShares: [1, 0, 0, 1, 0, 0] as const }, howFar: null };
  const values = { strength: 1, size: 1, made, seed: 4, bands };
  const found = inScratch(() => computeBorrowedTexture.gather(values, own, asked).data.slice());
  return { ...part, data: found };
}

describe('the texture of a picture', () => {
  it('takes a picture apart so that all its sizes together are the picture', () => {
    const own = noisy(0.1, 2);
    const { bands } = detailBands(own, BANDS, 1, 1);
    const alone = picture((x, y) => (x === 80 && y === 80 ? 1 : 0));
    const spike = detailBands(alone, BANDS, 1, 1).bands;
    expect(spike[0]?.[80 * SIDE + 80]).toBeCloseTo(1 - (6 / 16) ** 2, 5);
    const flat = detailBands(
      picture(() => 0.4),
      BANDS,
      1,
      1,
    ).bands;
    for (const band of flat) for (const value of band ?? []) expect(value).toBeCloseTo(0, 6);
    expect(bands.every((band) => band !== null)).toBe(true);
  });

  it('gives detail of every size the strengths of the other picture', () => {
    const [own, model] = [noisy(0.03, 5), noisy(0.08, 6)];
    const after = strengths(textured(own, bandsOf(own, model), 0));
    const wanted = strengths(model);
    for (let k = 0; k < 3; k++) {
      const [, is = 0] = after[k] ?? [];
      const [, asked = 1] = wanted[k] ?? [];
      expect(is / asked).toBeGreaterThan(0.8);
      expect(is / asked).toBeLessThan(1.25);
    }
  });

  it('makes up what a smooth surface has not, as far as is asked for', () => {
    const own = picture(() => 0.5);
    const bands = bandsOf(own, noisy(0.08, 6));
    expect(Math.max(...textured(own, bands, 0).data.filter((_, i) => i % 4 === 0))).toBeCloseTo(
      0.5,
      5,
    );
    const [fine = []] = strengths(textured(own, bands, 1));
    expect(fine[1]).toBeGreaterThan(1);
  });
});
