import type { Rect } from '@diplex/document';
import { newCoverage } from '@diplex/imaging';
import { describe, expect, it } from 'vitest';
import { type DrawCoverage, feathered, featherSupport } from './feather';

/** Full coverage where x (in composition pixels) is at least `edge`, with the exact share at the edge. */
const halfPlane =
  (edge: number): DrawCoverage =>
  (region: Rect, scale: number) => {
    const image = newCoverage(region.width, region.height);
    for (let y = 0; y < region.height; y++) {
      for (let x = 0; x < region.width; x++) {
        const share = region.x + x + 1 - edge * scale;
        image.data[y * region.width + x] = Math.max(0, Math.min(1, share));
      }
    }
    return image;
  };

/** The integral of a unit Gaussian (Abramowitz and Stegun 7.1.26; error below 2e-7). */
function normalIntegral(x: number): number {
  const z = Math.abs(x) / Math.SQRT2;
  const t = 1 / (1 + 0.3275911 * z);
  const poly =
    ((((1.061405429 * t - 1.453152027) * t + 1.421413741) * t - 0.284496736) * t + 0.254829592) * t;
  const erf = 1 - poly * Math.exp(-z * z);
  return x >= 0 ? (1 + erf) / 2 : (1 - erf) / 2;
}

describe('feathered', () => {
  it.each([1, 2.5, 6, 20, 45, 130])(
    'turns an edge into the integral of a Gaussian, sigma %d',
    (sigma) => {
      const width = 800;
      const image = feathered(halfPlane(400), { x: 0, y: 100, width, height: 1 }, 1, sigma);
      for (let x = 0; x < width; x++) {
        const expected = normalIntegral((x + 0.5 - 400) / sigma);
        expect(Math.abs((image.data[x] as number) - expected)).toBeLessThan(0.015);
      }
    },
  );

  it('looks the same at a smaller scale', () => {
    const full = feathered(halfPlane(400), { x: 0, y: 0, width: 800, height: 1 }, 1, 30);
    const half = feathered(halfPlane(400), { x: 0, y: 0, width: 400, height: 1 }, 0.5, 30);
    for (let x = 0; x < 400; x++) {
      const mean = ((full.data[2 * x] as number) + (full.data[2 * x + 1] as number)) / 2;
      expect(Math.abs((half.data[x] as number) - mean)).toBeLessThan(0.006);
    }
  });

  it.each([0.4, 3, 12, 70])(
    'gives the same numbers for any part of a region, sigma %d',
    (sigma) => {
      const draw = halfPlane(57.3);
      const whole = feathered(draw, { x: 0, y: 0, width: 128, height: 64 }, 1, sigma);
      const part = feathered(draw, { x: 37, y: 13, width: 50, height: 21 }, 1, sigma);
      for (let y = 0; y < 21; y++) {
        for (let x = 0; x < 50; x++) {
          expect(part.data[y * 50 + x]).toBe(whole.data[(y + 13) * 128 + x + 37]);
        }
      }
    },
  );

  it('changes nothing without a feather', () => {
    const region = { x: 0, y: 0, width: 20, height: 2 };
    expect(feathered(halfPlane(7.5), region, 1, 0).data).toEqual(halfPlane(7.5)(region, 1).data);
  });

  it('asks for no more pixels at a large deviation than at a small one', () => {
    const asked = (sigma: number) => {
      let pixels = 0;
      const draw: DrawCoverage = (region, scale) => {
        pixels += region.width * region.height;
        return halfPlane(100)(region, scale);
      };
      feathered(draw, { x: 0, y: 0, width: 256, height: 256 }, 1, sigma);
      return pixels;
    };
    expect(asked(200)).toBeLessThan(asked(8));
    expect(featherSupport(0)).toBe(0);
  });
});
