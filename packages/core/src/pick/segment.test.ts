import { describe, expect, it } from 'vitest';
import { cutLikely } from './cut-likely';
import { MARK } from './mark';
import { drawStrokes } from './mark-strokes';
import { pick } from './pick';
import { segment } from './segment';
import { SegmentStopped } from './segment-task';
import { groundFrom, noiseAt } from './synthetic-ground.test-support';

const WIDTH = 320;
const HEIGHT = 240;
const inDisc = (x: number, y: number) => Math.hypot(x - 160, y - 120) < 70;

/** A rust disc on teal, both noisy. */
const disc = groundFrom(WIDTH, HEIGHT, (x, y) => {
  const n = 14 * noiseAt(x, y);
  return inDisc(x, y) ? [170 + n, 90 + n, 50 + n] : [60 + n, 120 + n, 130 + n];
});

function agreement(labels: ArrayLike<number>, truth: (x: number, y: number) => boolean, least = 1) {
  let [both, either] = [0, 0];
  for (let p = 0; p < labels.length; p++) {
    const is = (labels[p] as number) >= least;
    const should = truth(p % WIDTH, Math.floor(p / WIDTH));
    if (is && should) both++;
    if (is || should) either++;
  }
  return both / either;
}

const line = (...numbers: number[]) =>
  Array.from({ length: numbers.length / 2 }, (_, i) => ({
    ...{ x: numbers[2 * i] as number, y: numbers[2 * i + 1] as number },
  }));

describe('a cut by marks', () => {
  it('goes along the edge of the thing after one stroke over it', () => {
    const strokes = [{ mark: MARK.keep, radius: 6, points: line(130, 100, 190, 140) }];
    const marks = (level: number) => {
      const { width, height } = disc.level(level);
      const all = new Uint8Array(width * height);
      drawStrokes(strokes, all, width, height, level);
      return all;
    };
    expect(agreement(segment({ ground: disc, marks }), inDisc)).toBeGreaterThan(0.98);
  });

  it('finds the thing inside a box, and nothing outside of it', () => {
    const recipe = {
      ...{ by: 'sweep' as const, from: 'layer' as const, strokes: [] },
      box: { x: 70, y: 30, width: 180, height: 180 },
    };
    const coverage = pick(recipe, disc);
    expect(agreement(coverage, inDisc, 128)).toBeGreaterThan(0.97);
    expect(coverage[20 * WIDTH + 20]).toBe(0);
  });

  it('does what marks say, against all likeness, and fills up to them', () => {
    const keep = { mark: 'keep' as const, radius: 8, points: line(130, 100, 190, 140) };
    const drop = { mark: 'drop' as const, radius: 10, points: line(160, 60, 160, 75) };
    const island = { mark: 'keep' as const, radius: 12, points: line(30, 30, 34, 30) };
    const recipe = (marks: readonly (typeof keep | typeof drop)[]) =>
      pick({ by: 'marks', from: 'layer', marks }, disc);
    const coverage = recipe([keep, drop, island]);
    expect(coverage[65 * WIDTH + 160]).toBe(0);
    expect(coverage[30 * WIDTH + 32]).toBe(255);
    expect(coverage[120 * WIDTH + 160]).toBe(255);
    const ring = {
      mark: 'drop' as const,
      radius: 3,
      points: line(20, 20, 300, 20, 300, 220, 20, 220, 20, 20),
    };
    const filled = pick(
      { by: 'marks', from: 'layer', marks: [ring, keep, { mark: 'drop', fill: { x: 5, y: 5 } }] },
      disc,
    );
    expect(agreement(filled, inDisc, 128)).toBeGreaterThan(0.97);
  });

  it('cuts what is likely somewhere at its edges', () => {
    const side = 16;
    const likely = Float32Array.from({ length: side * side }, (_, p) => {
      const [x, y] = [(p % side) + 0.5, Math.floor(p / side) + 0.5];
      return Math.hypot((x / side - 0.5) * 320, (y / side - 0.5) * 240) < 60 ? 0.9 : 0.1;
    });
    const box = { x: 0.25, y: 0.15, width: 0.5, height: 0.7 };
    const labels = cutLikely(disc, { likely, width: side, height: side, box });
    expect(agreement(labels, inDisc)).toBeGreaterThan(0.97);
  });

  it('tells a sharp thing from a blurred backdrop of the same colours', () => {
    const shared = groundFrom(WIDTH, HEIGHT, (x, y) => {
      const n = inDisc(x, y) ? 40 * noiseAt(x, y) : 20 * Math.sin(x / 25) * Math.cos(y / 31);
      return [140 + n, 110 + n, 90 + n];
    });
    const stroke = {
      mark: 'keep' as const,
      radius: 10,
      points: line(110, 120, 160, 90, 210, 120, 160, 160),
    };
    const recipe = { by: 'sweep' as const, from: 'layer' as const, strokes: [stroke], box: null };
    expect(agreement(pick(recipe, shared), inDisc, 128)).toBeGreaterThan(0.85);
  });

  it('can be stopped, and says how far it has come', () => {
    const done: number[] = [];
    const recipe = {
      ...{ by: 'sweep' as const, from: 'layer' as const, box: null },
      strokes: [{ mark: 'keep' as const, radius: 6, points: line(160, 120) }],
    };
    pick(recipe, disc, { onProgress: (share) => done.push(share) });
    expect(done.length).toBeGreaterThan(1);
    expect(done).toEqual([...done].sort((a, b) => a - b));
    expect(() => pick(recipe, disc, { stopped: () => true })).toThrow(SegmentStopped);
  });
});
