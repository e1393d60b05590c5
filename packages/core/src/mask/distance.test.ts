import { type CoverageImage, newCoverage } from '@diplex/imaging';
import { stopKernels } from '@diplex/kernels';
import { byBoth, worst } from '@diplex/kernels/test-support';
import { afterAll, describe, expect, it } from 'vitest';
import { distanceFromEdge } from './distance';

afterAll(stopKernels);

function disc(width: number, height: number, radius: number): CoverageImage {
  const image = newCoverage(width, height);
  for (let i = 0; i < image.data.length; i++) {
    const [x, y] = [(i % width) + 0.5, Math.floor(i / width) + 0.5];
    const away = Math.hypot(x - width / 2, y - height / 2) - radius;
    image.data[i] = Math.max(0, Math.min(1, 0.5 - away));
  }
  return image;
}

describe('distanceFromEdge', () => {
  it('is the distance to the rim of a disc, on both sides, by kernels and by twins', () => {
    const [width, height, radius] = [83, 70, 24];
    const { twin, kernel } = byBoth(() => [
      ...distanceFromEdge(disc(width, height, radius), 100).data,
    ]);
    expect(worst(twin, kernel)).toBeLessThan(1e-4);
    const wanted = twin.map((_, i) => {
      const [x, y] = [(i % width) + 0.5, Math.floor(i / width) + 0.5];
      return radius - Math.hypot(x - width / 2, y - height / 2);
    });
    expect(worst(twin, wanted)).toBeLessThan(0.75);
  });

  it('goes no farther than its limit, also where there is no edge', () => {
    const field = distanceFromEdge(disc(40, 40, 12), 3).data;
    expect([Math.max(...field), Math.min(...field)]).toEqual([3, -3]);
    expect([...distanceFromEdge(newCoverage(5, 3, 1), 7).data]).toEqual(new Array(15).fill(7));
    expect([...distanceFromEdge(newCoverage(5, 3, 0), 7).data]).toEqual(new Array(15).fill(-7));
  });
});
