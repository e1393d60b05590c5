import type { Rect } from '@diplex/document';
import { stopKernels } from '@diplex/kernels';
import { byBoth, worst } from '@diplex/kernels/test-support';
import { afterAll, describe, expect, it } from 'vitest';
import { blurLevel, blurSupport, gaussianBlur, type RowSource } from './gaussian-blur';

/** A picture given by the red value of each pixel; opaque. */
function picture(width: number, height: number, red: (x: number, y: number) => number): RowSource {
  return {
    ...{ width, height },
    read(y, from, count, to, offset) {
      for (let i = 0; i < count; i++) to.set([red(from + i, y), 0.25, 0, 1], offset + i * 4);
    },
  };
}

/** The red values of a region, blurred. */
function blurred(source: RowSource, sigma: number, part: Partial<Rect> = {}): number[] {
  const region = { x: 0, y: 0, width: source.width, height: source.height, ...part };
  const out: number[] = [];
  gaussianBlur(source, sigma, region, (row, y) => {
    for (let x = 0; x < region.width; x++) {
      out[(y - region.y) * region.width + x] = row[x * 4] as number;
    }
  });
  return out;
}

afterAll(stopKernels);

describe('gaussianBlur', () => {
  it.each([0.8, 2, 3, 5.5, 9, 16])(
    'turns an edge into the integral of a Gaussian, sigma %d',
    (sigma) => {
      const half = 100;
      const edge = picture(2 * half, 40, (x) => (x < half ? 0 : 1));
      const row = blurred(edge, sigma, { y: 18, height: 1 });
      let off = 0;
      for (let x = 0; x < 2 * half; x++) {
        let sum = 0;
        for (let k = -120; k <= 120; k++) {
          if (x + k < half) continue;
          sum += Math.exp(-(k * k) / (2 * sigma * sigma)) / (sigma * Math.sqrt(2 * Math.PI));
        }
        off = Math.max(off, Math.abs(Math.min(1, sum) - (row[x] as number)));
      }
      expect(off).toBeLessThan(0.012);
    },
  );

  it('keeps a flat picture and its alpha, to the edges', () => {
    const flat = picture(37, 29, () => 0.6);
    for (const sigma of [0.7, 2, 20]) {
      const rows: number[] = [];
      gaussianBlur(flat, sigma, { x: 0, y: 0, width: 37, height: 29 }, (row) => rows.push(...row));
      const wanted = rows.map((_, i) => [0.6, 0.25, 0, 1][i % 4] as number);
      expect(worst(rows, wanted)).toBeLessThan(1e-5);
    }
  });

  it('gives the same pixels however the picture is divided', () => {
    const noise = picture(51, 64, (x, y) => ((x * 7919 + y * 104_729) % 97) / 97);
    for (const sigma of [1, 2.5, 7]) {
      const whole = blurred(noise, sigma);
      for (const x of [0, 7, 20, 45]) {
        for (const y of [0, 5, 11, 40]) {
          const part = { x, y, width: Math.min(20, 51 - x), height: 24 };
          const wanted = Array.from({ length: part.width * 24 }, (_, i) => {
            const [u, v] = [x + (i % part.width), y + Math.floor(i / part.width)];
            return whole[v * 51 + u];
          });
          expect(blurred(noise, sigma, part)).toEqual(wanted);
        }
      }
    }
  });

  it('reads no farther than it says, whatever is asked for', () => {
    for (const sigma of [0.6, 1.3, 5.7, 7.5, 9, 12, 34, 70]) {
      for (const level of new Set([0, blurLevel(sigma)])) {
        const by = 2 ** level;
        let farthest = 0;
        const asked = { x: 0, y: 0, width: 1, height: 1 };
        const source: RowSource = {
          ...{ width: Math.ceil(900 / by), height: Math.ceil(900 / by) },
          read(y, x, count, to, offset) {
            to.fill(0.5, offset, offset + count * 4);
            const { x: left, y: top, width, height } = asked;
            const beyond = [left - x * by, top - y * by, (x + count) * by - left - width];
            farthest = Math.max(farthest, ...beyond, (y + 1) * by - top - height);
          },
        };
        for (let k = 0; k < 12; k++) {
          const at = { x: 400 + ((k * 7) % 40), y: 410 + ((k * 13) % 40) };
          Object.assign(asked, at, { width: 5 + ((k * 5) % 31), height: 3 + ((k * 11) % 29) });
          gaussianBlur(source, sigma, { ...asked }, () => undefined, level);
        }
        // A smaller drawing is read in whole pixels of its own.
        expect(farthest).toBeLessThan(blurSupport(sigma, level) + by);
      }
    }
  });

  it('gives the same by kernels and by their twins', () => {
    const noise = picture(43, 31, (x, y) => ((x * 31 + y * 57) % 89) / 89);
    for (const sigma of [0.9, 2, 6]) {
      const { twin, kernel } = byBoth(() => blurred(noise, sigma));
      expect(worst(twin, kernel)).toBeLessThan(1e-5);
    }
  });
});
