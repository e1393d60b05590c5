import type { FloatImage } from '@diplex/imaging';
import { describe, expect, it } from 'vitest';
import { CHROMA_PLANE } from './chroma-plane';
import { HISTOGRAM } from './histogram';
import { WAVEFORM } from './waveform';

function picture(
  width: number,
  height: number,
  colour: (x: number, y: number) => readonly number[],
): FloatImage {
  const pixels = Array.from({ length: width * height }, (_, p) =>
    colour(p % width, Math.floor(p / width)),
  );
  return { width, height, data: Float32Array.from(pixels.flat()) };
}

const rise = picture(384, 4, (x) => [x / 384, x / 384, x / 384, 1]);

/** The column and row of what lies where most is counted in a channel. */
function most({ width }: { width: number }, counts: Float32Array, channel: number) {
  const values = counts.filter((_, i) => i % 4 === channel);
  const bin = values.indexOf(Math.max(...values));
  return { column: bin % width, row: Math.floor(bin / width) };
}

describe('counts', () => {
  it('each count every pixel once, by how much of it is covered', () => {
    const coverage = { ...rise, data: new Float32Array(384 * 4).fill(0.5) };
    for (const count of [HISTOGRAM, WAVEFORM, CHROMA_PLANE]) {
      const sum = count
        .of(rise, coverage, 'encoded')
        .filter((_, i) => i % 4 === 3)
        .reduce((all, each) => all + each, 0);
      expect(sum).toBeCloseTo(384 * 2, 1);
    }
  });

  it('a waveform of tones that rise to the right rises to the right', () => {
    const counts = WAVEFORM.of(rise, null, 'encoded');
    const { width, height } = WAVEFORM;
    for (const column of [10, 95, 180]) {
      const rows = Array.from({ length: height }, (_, y) => counts[(y * width + column) * 4 + 3]);
      const row = rows.findIndex((value) => (value ?? 0) > 0);
      expect(Math.abs(1 - row / height - column / width)).toBeLessThan(0.02);
    }
  });

  it('a chroma plane has grey in the middle, reds to the right and blues below', () => {
    const of = (...rgb: number[]) =>
      most(
        CHROMA_PLANE,
        CHROMA_PLANE.of(
          picture(2, 2, () => [...rgb, 1]),
          null,
          'encoded',
        ),
        3,
      );
    expect(of(0.5, 0.5, 0.5)).toEqual({ column: 48, row: 48 });
    expect(of(0.9, 0.1, 0.3).column).toBeGreaterThan(70);
    expect(of(0, 0, 1).row).toBeGreaterThan(85);
  });
});
