import type { Point } from '@diplex/document';
import { describe, expect, it } from 'vitest';
import { findStrands } from './find-strands';

const [WIDTH, HEIGHT] = [320, 240];
const HEAD = { x: 110, y: 120, radius: 60 };

/** Hairs that leave the head: where each begins, which way it goes, how far and how wide. */
interface Hair {
  readonly angle: number;
  readonly long: number;
  readonly bend: number;
  readonly half: number;
}

function along({ angle, bend }: Hair, away: number): Point {
  const turned = angle + bend * away;
  const from = HEAD.radius - 4 + away;
  return { x: HEAD.x + from * Math.cos(turned), y: HEAD.y + from * Math.sin(turned) };
}

/** A dark head with light hairs before a ground, and what of it is the head. */
function scene(hairs: readonly Hair[], ground: (x: number, y: number) => number) {
  const data = new Uint8Array(WIDTH * HEIGHT * 3);
  const cut = new Uint8Array(WIDTH * HEIGHT);
  for (let y = 0, p = 0; y < HEIGHT; y++) {
    for (let x = 0; x < WIDTH; x++, p++) {
      const away = Math.hypot(x + 0.5 - HEAD.x, y + 0.5 - HEAD.y) - HEAD.radius;
      cut[p] = away < 0 ? 1 : 0;
      let covers = 0;
      for (const hair of hairs) {
        for (let t = 0; t < hair.long; t += 0.5) {
          const at = along(hair, t);
          const off = Math.hypot(x + 0.5 - at.x, y + 0.5 - at.y);
          covers = Math.max(covers, Math.min(1, Math.max(0, hair.half + 0.5 - off)));
        }
      }
      const behind = ground(x, y);
      const value = away < 0 ? 40 : covers * 230 + (1 - covers) * behind;
      data.fill(Math.round(value), p * 3, p * 3 + 3);
    }
  }
  return { picture: { width: WIDTH, height: HEIGHT, channels: 3 as const, data }, cut };
}

const HAIRS: readonly Hair[] = [
  { angle: 0, long: 120, bend: 0.002, half: 0.7 },
  { angle: 0.6, long: 90, bend: -0.003, half: 1.4 },
  { angle: -0.7, long: 80, bend: 0, half: 0.5 },
];

describe('strands that leave a cut', () => {
  it('are found along their whole length, and nothing else is', () => {
    const { picture, cut } = scene(HAIRS, () => 90);
    const found = findStrands(picture, cut, 150);
    expect(found).toHaveLength(HAIRS.length);
    for (const hair of HAIRS) {
      const end = along(hair, hair.long - 8);
      const near = found.filter(({ points }) =>
        points.some(({ x, y }) => Math.hypot(x - end.x, y - end.y) < 2),
      );
      expect(near).toHaveLength(1);
      // Each of its points lies on the hair.
      for (const { x, y } of near[0]?.points.slice(3) ?? []) {
        const off = Array.from({ length: hair.long * 2 }, (_, i) => along(hair, i / 2)).map((at) =>
          Math.hypot(x - at.x, y - at.y),
        );
        expect(Math.min(...off)).toBeLessThan(1.5);
      }
    }
    const widths = found.map(({ width }) => width);
    expect(Math.max(...widths)).toBeGreaterThan(2);
    expect(Math.min(...widths)).toBeLessThan(2);
  });

  it('are followed no farther than asked', () => {
    const { picture, cut } = scene(HAIRS, () => 90);
    for (const { points } of findStrands(picture, cut, 40)) {
      for (const { x, y } of points) {
        expect(Math.hypot(x - HEAD.x, y - HEAD.y)).toBeLessThan(HEAD.radius + 44);
      }
    }
  });

  it('are not seen in an even ground, in a ramp, in noise, or where nothing is cut out', () => {
    const noise = (x: number, y: number) =>
      90 + ((Math.imul(x * 31 + y * 17, 2_654_435_761) >>> 27) - 16);
    for (const ground of [() => 90, (x: number) => 40 + x / 2, noise]) {
      const { picture, cut } = scene([], ground);
      expect(findStrands(picture, cut, 150)).toEqual([]);
    }
    const { picture } = scene(HAIRS, () => 90);
    expect(findStrands(picture, new Uint8Array(WIDTH * HEIGHT), 150)).toEqual([]);
  });

  it('are looked for no longer when that is called off', () => {
    const { picture, cut } = scene(HAIRS, () => 90);
    let asked = 0;
    const goOn = () => {
      asked++;
      if (asked > 1) throw new Error('It was called off.');
    };
    expect(() => findStrands(picture, cut, 150, goOn)).toThrow('It was called off.');
    expect(asked).toBe(2);
  });
});
