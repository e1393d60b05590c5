import { type FloatPixels, inScratch, stopKernels } from '@diplex/kernels';
import { startTestKernels } from '@diplex/kernels/test-support';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { lineMean } from './line-mean';

beforeAll(() => {
  startTestKernels();
});
afterAll(stopKernels);

const SIDE = 200;

/** A square picture in grey, opaque, about the origin of its grid. */
function picture(grey: (x: number, y: number) => number): FloatPixels {
  const data = new Float32Array(SIDE * SIDE * 4);
  for (let i = 0; i < SIDE * SIDE; i++) {
    const value = grey((i % SIDE) - SIDE / 2, Math.floor(i / SIDE) - SIDE / 2);
    data.set([value, value, value, 1], i * 4);
  }
  return { x: -SIDE / 2, y: -SIDE / 2, width: SIDE, height: SIDE, data };
}

/** A wave that is even in one direction: degrees clockwise from the right. */
const wave = (angle: number, period: number) => (x: number, y: number) => {
  const turned = (angle * Math.PI) / 180;
  const along = x * Math.cos(turned) + y * Math.sin(turned);
  return 0.5 + 0.4 * Math.cos((2 * Math.PI * along) / period);
};

const way = (length: number, angle: number) =>
  [length * Math.cos((angle * Math.PI) / 180), length * Math.sin((angle * Math.PI) / 180)] as const;

const PART = { x: -20, y: -15, width: 40, height: 31 };

function reds(from: FloatPixels, length: number, angle: number, part = PART): number[] {
  return inScratch(() => {
    const { data } = lineMean(from, ...way(length, angle), part);
    return Array.from({ length: data.length / 4 }, (_, p) => data[p * 4] as number);
  });
}

const ANGLES = [0, 20, 45, 63, 90, 118, 180, 247, 301];

describe('lineMean', () => {
  it.each(ANGLES)(
    'takes the mean of a wave along the way as an integral does, at %d degrees',
    (angle) => {
      const [length, period] = [24, 31];
      const shape = wave(angle, period);
      const half = (Math.PI * length) / period;
      const share = Math.sin(half) / half;
      reds(picture(shape), length, angle).forEach((value, p) => {
        const exact = shape(PART.x + (p % PART.width), PART.y + Math.floor(p / PART.width));
        expect(value).toBeCloseTo(0.5 + (exact - 0.5) * share, 2);
      });
    },
  );

  it.each(ANGLES)('leaves alone what does not change along the way, at %d degrees', (angle) => {
    const shape = wave(angle + 90, 12);
    reds(picture(shape), 70, angle).forEach((value, p) => {
      const exact = shape(PART.x + (p % PART.width), PART.y + Math.floor(p / PART.width));
      expect(Math.abs(value - exact)).toBeLessThan(0.02);
    });
  });

  it('changes nothing along a way of a pixel or less', () => {
    const noise = picture((x, y) => Math.abs(Math.sin(x * 12.9 + y * 78.2)));
    for (const [length, angle] of [
      [0, 0],
      [0.5, 0],
      [1, 90],
    ] as const) {
      reds(noise, length, angle).forEach((value, p) => {
        const [x, y] = [PART.x + (p % PART.width), PART.y + Math.floor(p / PART.width)];
        expect(value).toBeCloseTo(Math.abs(Math.sin(x * 12.9 + y * 78.2)), 4);
      });
    }
  });

  it.each([33, 122])(
    'keeps all light, and gives the same numbers for any part, at %d degrees',
    (angle) => {
      const spot = picture((x, y) => (x === 3 && y === -4 ? 200 : 0));
      const whole = { x: -60, y: -60, width: 120, height: 120 };
      const all = reds(spot, 77, angle, whole);
      expect(all.reduce((sum, each) => sum + each, 0)).toBeCloseTo(200, 0);
      const piece = { x: -31, y: -22, width: 47, height: 39 };
      reds(spot, 77, angle, piece).forEach((value, p) => {
        const [x, y] = [piece.x + (p % piece.width), piece.y + Math.floor(p / piece.width)];
        expect(value).toBe(all[(y + 60) * 120 + x + 60]);
      });
    },
  );
});
