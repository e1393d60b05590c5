import type { SourceLevel } from '@diplex/core';
import { describe, expect, it } from 'vitest';
import { findSubjects, squeezed } from './find-subjects';
import { KINDS } from './kinds';
import { type FoundObject, type Networks, OBJECTS_SIDE, PERSON_SIDE } from './networks';

function picture(
  width: number,
  height: number,
  colourAt: (x: number, y: number) => readonly number[],
): SourceLevel {
  const data = new Uint8Array(width * height * 3);
  for (let p = 0; p < width * height; p++)
    data.set(colourAt(p % width, Math.floor(p / width)), p * 3);
  return { width, height, channels: 3, data };
}

const plain = picture(100, 80, () => [120, 120, 120]);

function networks(person: (x: number, y: number) => number, found: readonly FoundObject[] = []) {
  const asked: number[] = [];
  const made: Networks = {
    async person(rgb) {
      asked.push(rgb.length, Math.max(...rgb.subarray(0, 3)));
      return Float32Array.from({ length: PERSON_SIDE ** 2 }, (_, p) =>
        person((p % PERSON_SIDE) / PERSON_SIDE, Math.floor(p / PERSON_SIDE) / PERSON_SIDE),
      );
    },
    async objects(rgb) {
      asked.push(rgb.length, Math.max(...rgb.subarray(0, 3)));
      return found;
    },
  };
  return { made, asked };
}

const box = { x: 0.2, y: 0.1, width: 0.4, height: 0.6 };
const inBox = (x: number, y: number) => (x > 0.2 && x < 0.6 && y > 0.1 && y < 0.7 ? 0.99 : 0.01);
const cup = {
  kind: KINDS.indexOf('cup'),
  score: 0.7,
  box: { x: 0.7, y: 0.6, width: 0.2, height: 0.2 },
};

describe('Find subject', () => {
  it('offers nothing when nothing is sure', async () => {
    const { made } = networks(() => 0.4, [{ ...cup, score: 0.2 }]);
    expect(await findSubjects(plain, plain, made)).toEqual([]);
  });

  it('offers a figure and things, the surest first, with where they are', async () => {
    const { made, asked } = networks(inBox, [cup, { ...cup, score: 0.5 }]);
    const done: number[] = [];
    const found = await findSubjects(plain, plain, made, (share) => done.push(share));
    expect(found.map(({ name }) => name)).toEqual(['Figure', 'Cup']);
    expect(found[0]?.confidence).toBeGreaterThan(0.9);
    expect(found[0]?.box.x).toBeCloseTo(0.2, 1);
    expect(found[0]?.box.height).toBeCloseTo(0.6, 1);
    const middle = 32 * 64 + 51;
    expect(found[1]?.likely[44 * 64 + 51]).toBeGreaterThan(0.5);
    expect(found[1]?.likely[middle - 30]).toBe(0);
    expect(done.at(-1)).toBe(1);
    // Each network gets the picture in its own square and range.
    expect(asked).toEqual([
      ...[PERSON_SIDE ** 2 * 3, expect.closeTo(120 / 255, 4)],
      ...[OBJECTS_SIDE ** 2 * 3, expect.closeTo(120, 3)],
    ]);
  });

  it('is less sure of a figure whose edge is all doubt', async () => {
    const { made } = networks((x, y) => (inBox(x, y) > 0.5 ? 0.95 : x < 0.8 ? 0.3 : 0.01));
    const [figure] = await findSubjects(plain, plain, made);
    expect(figure === undefined || figure.confidence < 0.6).toBe(true);
  });

  it('does not offer the same thing twice', async () => {
    const { made } = networks(inBox, [{ ...cup, box }]);
    expect(await findSubjects(plain, plain, made)).toHaveLength(1);
  });

  it('sees what stands out where the networks find nothing', async () => {
    const disc = picture(100, 80, (x, y) =>
      Math.hypot(x - 50, y - 40) < 18 ? [220, 60, 40] : [90 + (x % 7), 120, 130 + (y % 5)],
    );
    const { made } = networks(() => 0);
    const [found, ...others] = await findSubjects(disc, disc, made);
    expect(others).toEqual([]);
    expect(found?.name).toBe('What stands out');
    expect(found?.likely[40 * 100 + 50]).toBeGreaterThan(0.8);
    expect(found?.likely[5 * 100 + 5]).toBeLessThan(0.2);
  });
});

describe('a squeezed picture', () => {
  it('keeps the mean, whatever its shape and depth', () => {
    const wide = picture(640, 300, (x) => [x % 256, 10, 200]);
    const rgb = squeezed(wide, 64, 1);
    const mean = (c: number) =>
      rgb.filter((_, i) => i % 3 === c).reduce((sum, v) => sum + v, 0) / (64 * 64);
    expect(mean(1)).toBeCloseTo(10 / 255, 4);
    expect(mean(2)).toBeCloseTo(200 / 255, 4);
    const deep: SourceLevel = {
      ...{ width: 2, height: 2, channels: 4 },
      data: Uint16Array.from({ length: 16 }, (_, i) => (i % 4 === 3 ? 65_535 : 32_768)),
    };
    expect(squeezed(deep, 2, 255)[0]).toBeCloseTo(127.5, 1);
  });
});
