import {
  type Composition,
  laidOut,
  type Mask,
  newComposition,
  placedAt,
  plainLayer,
  type Step,
} from '@diplex/document';
import { apertureOutline } from '@diplex/imaging';
import { decodeExactly, encodeExactly } from '@diplex/kernels';
import { definitionOf, newStep } from '@diplex/steps';
import { describe, expect, it } from 'vitest';
import type { PixelReader } from '../pixels/pixel-reader';
import { tiled } from '../pixels/tiled-level';
import { renderComposition } from '../render/render-composition';

const SIDE = 160;
const PHOTO = 'd'.repeat(64);

type Colour = readonly [number, number, number];

function stepOf(kind: string, values: Record<string, unknown>): Step {
  return newStep(definitionOf(kind), values);
}

/** A photograph whose pixels a function gives, encoded 0..1, and a reader that has it. */
function photoOf(at: (x: number, y: number) => Colour): PixelReader {
  const data = Uint8Array.from({ length: SIDE * SIDE * 3 }, (_, i) => {
    const p = Math.floor(i / 3);
    return Math.round(255 * (at(p % SIDE, Math.floor(p / SIDE))[i % 3] as number));
  });
  const level = tiled({ width: SIDE, height: SIDE, channels: 3, data });
  return { level: (_, k) => (k === 0 ? level : undefined), paintedTile: () => undefined };
}

const BEHIND: Mask = {
  ...{ id: 'm', name: 'All but the left', startsFrom: 'empty', feather: 0 },
  parts: [
    {
      ...{ id: 'p', kind: 'box', name: 'Box', shown: true, combine: 'add', feather: 0 },
      ...{ inverted: false, x: SIDE / 2, y: 0, width: SIDE / 2, height: SIDE },
    },
  ],
};

function scene(steps: readonly Step[], masked: 'masked' | 'whole' = 'whole'): Composition {
  const size = { width: SIDE, height: SIDE };
  const content = { kind: 'photo' as const, source: PHOTO, size };
  const layer = plainLayer('photo', 'Photo', content, placedAt({ x: SIDE / 2, y: SIDE / 2 }));
  const lies = [1, 0, 0, 1, 0, 0] as const;
  const maskUse = { mask: 'm', linked: true, turnedRound: false, lies };
  const used = masked === 'masked' ? { ...layer, steps, maskUse } : { ...layer, steps };
  return laidOut(newComposition('Gathered', size), [used], [BEHIND]);
}

/** What shows, in linear light. */
function drawn(composition: Composition, reader: PixelReader): Float32Array {
  const whole = { x: 0, y: 0, width: SIDE, height: SIDE };
  return new Float32Array(renderComposition(composition, whole, 1, reader).data);
}

const value = (data: Float32Array, x: number, y: number, c = 0) =>
  data[(y * SIDE + x) * 4 + c] as number;

const LENS = { blades: 7, roundness: 0.4, turn: 10, bloom: 0, bright: 0.7, edge: 'kept' };

describe('a lens blur', () => {
  it('is the mean over the opening of the lens, in light', () => {
    const noise = (x: number, y: number) => ((x * 7919 + y * 104729 + x * y * 31) % 251) / 250;
    const reader = photoOf((x, y) => [noise(x, y), noise(y, x), 0.5]);
    const sharp = drawn(scene([]), reader);
    const radius = 9;
    const soft = drawn(scene([stepOf('lens-blur', { size: radius, ...LENS })]), reader);
    // A straightforward convolution by the shape's own area in every pixel.
    const outline = apertureOutline({ radius, blades: 7, roundness: 0.4, turn: 10 });
    const inside = (x: number, y: number) =>
      outline.reduce((odd, [ax, ay], i) => {
        const [bx, by] = outline[(i + 1) % outline.length] as readonly [number, number];
        const crosses = ay > y !== by > y && x < ax + ((y - ay) / (by - ay)) * (bx - ax);
        return crosses ? !odd : odd;
      }, false);
    const parts = [-0.375, -0.125, 0.125, 0.375];
    const weight = (dx: number, dy: number) =>
      parts
        .flatMap((u) => parts.map((v) => (inside(dx + u, dy + v) ? 1 : 0) as number))
        .reduce((sum, each) => sum + each, 0);
    for (const [x, y] of [
      [60, 60],
      [80, 41],
      [101, 97],
    ] as const) {
      let [sum, all] = [0, 0];
      for (let dy = -10; dy <= 10; dy++) {
        for (let dx = -10; dx <= 10; dx++) {
          const share = weight(dx, dy);
          sum += share * value(sharp, x + dx, y + dy);
          all += share;
        }
      }
      expect(encodeExactly(value(soft, x, y))).toBeCloseTo(encodeExactly(sum / all), 2);
    }
  });

  it('makes discs of points of light, larger ones where bright spots bloom', () => {
    const reader = photoOf((x, y) => (x === 80 && y === 80 ? [1, 1, 1] : [0.02, 0.02, 0.02]));
    const plain = drawn(scene([stepOf('lens-blur', { size: 12, ...LENS })]), reader);
    const blooming = drawn(scene([stepOf('lens-blur', { size: 12, ...LENS, bloom: 8 })]), reader);
    expect(value(plain, 80, 80)).toBeGreaterThan(decodeExactly(0.02) + 0.001);
    expect(value(blooming, 84, 76)).toBeGreaterThan(5 * value(plain, 84, 76));
    expect(value(plain, 80, 95)).toBeCloseTo(decodeExactly(0.02), 3);
  });
});

describe('blurs along a way', () => {
  const line = photoOf((x) => (x >= 78 && x < 82 ? [1, 1, 1] : [0, 0, 0]));

  it('draw light out along the way, and keep all of it', () => {
    const soft = drawn(
      scene([stepOf('motion-blur', { length: 40, angle: 0, edge: 'kept' })]),
      line,
    );
    const row = Array.from({ length: SIDE }, (_, x) => value(soft, x, 80));
    expect(row.reduce((sum, each) => sum + each, 0)).toBeCloseTo(4, 1);
    expect(row[80]).toBeCloseTo(4 / 40, 2);
    expect(row[64]).toBeCloseTo(4 / 40, 2);
    expect(row[50]).toBeCloseTo(0, 4);
  });

  it('leave alone what lies along them', () => {
    const sharp = drawn(scene([]), line);
    const soft = drawn(
      scene([stepOf('motion-blur', { length: 60, angle: 90, edge: 'kept' })]),
      line,
    );
    expect(value(soft, 80, 80)).toBeCloseTo(value(sharp, 80, 80), 2);
    expect(value(soft, 76, 80)).toBeCloseTo(0, 2);
  });

  it('turn about their middle, which stays sharp', () => {
    const reader = photoOf((x, y) =>
      Math.hypot(x - 79.5, y - 79.5) < 3 ? [1, 0, 0] : [0, 0.5, 0],
    );
    const values = { angle: 60, middle: { x: 0.5, y: 0.5 }, edge: 'kept' };
    const soft = drawn(scene([stepOf('turning-blur', values)]), reader);
    expect(value(soft, 79, 79)).toBeGreaterThan(0.95);
    expect(value(soft, 79, 86)).toBeLessThan(0.01);
  });
});

describe('Depth', () => {
  const values = {
    ...{ size: 14, falls: 'straight', focus: { x: 0.5, y: 0.95 }, far: { x: 0.5, y: 0.05 } },
    ...{ clear: 0.2, ...LENS },
  };

  it('draws nothing of what the mask hides into what is out of focus', () => {
    // The subject, pure red, is hidden; what lies beside it is grey.
    const reader = photoOf((x) => (x < SIDE / 2 ? [1, 0, 0] : [0.5, 0.5, 0.5]));
    const soft = drawn(scene([stepOf('depth', values)], 'masked'), reader);
    for (let y = 0; y < SIDE; y += 9) {
      for (let x = SIDE / 2 + 1; x < SIDE; x += 5) {
        const [red, green] = [value(soft, x, y), value(soft, x, y, 1)].map(encodeExactly);
        expect(Math.abs((red as number) - (green as number))).toBeLessThan(1 / 255);
      }
    }
  });

  it('keeps what is in focus as it is and makes soft what is far from it', () => {
    const reader = photoOf((x) => (Math.floor(x / 4) % 2 ? [0.9, 0.9, 0.9] : [0.1, 0.1, 0.1]));
    const [sharp, soft] = [scene([]), scene([stepOf('depth', values)])].map((each) =>
      drawn(each, reader),
    ) as [Float32Array, Float32Array];
    expect(value(soft, 81, 150)).toBeCloseTo(value(sharp, 81, 150), 4);
    const swing = (data: Float32Array, y: number) =>
      Math.max(...[80, 82, 84, 86].map((x) => value(data, x, y))) -
      Math.min(...[80, 82, 84, 86].map((x) => value(data, x, y)));
    expect(swing(soft, 12)).toBeLessThan(0.2 * swing(sharp, 12));
    // Between both it goes on evenly.
    const swings = [140, 110, 90, 60].map((y) => swing(soft, y));
    expect([...swings].sort((a, b) => b - a)).toEqual(swings);
  });

  it('goes as far as the grey of its mask says', () => {
    const reader = photoOf((x) => (Math.floor(x / 4) % 2 ? [0.9, 0.9, 0.9] : [0.1, 0.1, 0.1]));
    const lies = [1, 0, 0, 1, 0, 0] as const;
    const guided = {
      ...stepOf('depth', { ...values, falls: 'mask' }),
      maskUse: { mask: 'm', linked: true, turnedRound: false, lies },
    };
    const [sharp, soft] = [drawn(scene([]), reader), drawn(scene([guided]), reader)];
    expect(value(soft, 41, 80)).toBeCloseTo(value(sharp, 41, 80), 4);
    expect(value(soft, 121, 80)).not.toBeCloseTo(value(sharp, 121, 80), 1);
  });
});

describe('what moves pixels', () => {
  const smooth = photoOf((x, y) => [
    0.5 + 0.4 * Math.sin(x / 17),
    0.5 + 0.4 * Math.cos(y / 13),
    0.5 + 0.3 * Math.sin((x + y) / 29),
  ]);

  it('comes back from a circle as it was, away from the seam and the middle', () => {
    const to = { middle: 'bottom', turn: 20, blend: 0.1, edge: 'stays' };
    const there = stepOf('circle', { ...to, way: 'to' });
    const back = stepOf('circle', { ...to, way: 'back' });
    const [was, is] = [drawn(scene([]), smooth), drawn(scene([there, back]), smooth)];
    // Near the middle a whole row of the picture lay on a few pixels.
    for (let y = 4; y < SIDE / 2; y += 7) {
      for (let x = 20; x < SIDE - 20; x += 9) {
        for (let c = 0; c < 3; c++) {
          const [a, b] = [value(was, x, y, c), value(is, x, y, c)].map(encodeExactly);
          expect(Math.abs((a as number) - (b as number))).toBeLessThan(2 / 255);
        }
      }
    }
  });

  it('swirls the middle by the whole angle and nothing beyond its size', () => {
    const half = photoOf((x) => (x < SIDE / 2 ? [1, 1, 1] : [0, 0, 0]));
    const values = { turn: 180, size: 0.5, middle: { x: 0.5, y: 0.5 }, edge: 'stays' };
    const [was, is] = [drawn(scene([]), half), drawn(scene([stepOf('swirl', values)]), half)];
    expect(value(is, 76, 80)).toBeLessThan(0.1);
    expect(value(is, 83, 80)).toBeGreaterThan(0.9);
    expect(value(is, 2, 2)).toBeCloseTo(value(was, 2, 2), 5);
  });

  it('takes the outline along where it is told to', () => {
    const red = photoOf(() => [1, 0, 0]);
    const along = [
      [0, 0],
      [0.5, 0.9],
      [1, 1],
    ];
    const values = { way: 'across', strength: 1, along };
    const stays = drawn(scene([stepOf('shear', { ...values, edge: 'stays' })], 'masked'), red);
    const moves = drawn(scene([stepOf('shear', { ...values, edge: 'moves' })], 'masked'), red);
    expect(value(stays, SIDE / 2 + 4, 80, 3)).toBe(1);
    expect(value(moves, SIDE / 2 + 4, 80, 3)).toBe(0);
  });
});
