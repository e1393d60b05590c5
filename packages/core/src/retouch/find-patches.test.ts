import { describe, expect, it } from 'vitest';
import { findPatches, type PatchGround } from './find-patches';

const [WIDTH, HEIGHT] = [200, 120];

/** Stripes that go across, with a period of 16, brighter to the right. */
function stripes(x: number, y: number): number {
  return 120 + 50 * Math.sin((y / 16) * 2 * Math.PI) + x / 8;
}

function ground(value: (x: number, y: number) => number): PatchGround {
  const data = new Uint8Array(WIDTH * HEIGHT * 4);
  for (let p = 0; p < WIDTH * HEIGHT; p++) {
    data.fill(value(p % WIDTH, Math.floor(p / WIDTH)), p * 4, p * 4 + 3);
    data[p * 4 + 3] = 255;
  }
  return { width: WIDTH, height: HEIGHT, data };
}

function hole(inside: (x: number, y: number) => number): Float32Array {
  return Float32Array.from({ length: WIDTH * HEIGHT }, (_, p) =>
    inside(p % WIDTH, Math.floor(p / WIDTH)),
  );
}

const how = {
  barred: new Uint8Array(WIDTH * HEIGHT),
  ...{ radius: 6, stopped: () => false, onProgress: () => undefined },
};

/** The picture with patches laid one over the other. */
function filled({ data }: PatchGround, patches: ReturnType<typeof findPatches>): number[] {
  const red = Array.from({ length: WIDTH * HEIGHT }, (_, p) => data[p * 4] as number);
  const result = [...red];
  for (const { offset, laid } of patches) {
    laid.forEach((share, p) => {
      if (share === 0) return;
      const from = p + offset.x + offset.y * WIDTH;
      result[p] = (result[p] as number) * (1 - share) + (red[from] as number) * share;
    });
  }
  return result;
}

describe('findPatches', () => {
  it('covers a spot with what is in step with its surroundings', () => {
    const spot = (x: number, y: number) => (Math.hypot(x - 100, y - 60) < 7 ? 1 : 0);
    const spotted = ground((x, y) => (spot(x, y) ? 5 : stripes(x, y)));
    const patches = findPatches(spotted, { ...how, hole: hole(spot) });
    expect(patches.length).toBeGreaterThan(0);
    filled(spotted, patches).forEach((value, p) => {
      const [x, y] = [p % WIDTH, Math.floor(p / WIDTH)];
      expect(Math.abs(value - stripes(x, y))).toBeLessThan(12);
    });
  });

  it('covers a wire that crosses the picture, none of it with itself, as far as its coverage says', () => {
    const wire = (x: number, y: number) => Math.max(0, Math.min(1, 4 - Math.abs(y - 40 - x / 6)));
    const wired = ground((x, y) => (wire(x, y) > 0 ? 250 : stripes(x, y)));
    const covers = hole(wire);
    const patches = findPatches(wired, { ...how, hole: covers });
    const left = covers.map((_, p) =>
      patches.reduce((all, { laid }) => all * (1 - (laid[p] as number)), 1),
    );
    left.forEach((share, p) => {
      expect(share).toBeCloseTo((covers[p] as number) > 0.01 ? 1 - (covers[p] as number) : 1, 4);
    });
    const after = filled(wired, patches);
    const errors = after.flatMap((value, p) =>
      covers[p] === 1 ? [Math.abs(value - stripes(p % WIDTH, Math.floor(p / WIDTH)))] : [],
    );
    expect(errors.reduce((sum, each) => sum + each, 0) / errors.length).toBeLessThan(8);
  });

  it('takes nothing from where nothing may be taken, and lays nothing where there is nothing else', () => {
    const spot = (x: number, y: number) => (Math.hypot(x - 60, y - 60) < 7 ? 1 : 0);
    const plain = ground(stripes);
    const right = hole((x) => (x > 80 ? 1 : 0));
    const barred = Uint8Array.from(right);
    for (const { offset, laid } of findPatches(plain, { ...how, hole: hole(spot), barred })) {
      laid.forEach((share, p) => {
        if (share > 0) expect((p % WIDTH) + offset.x).toBeLessThanOrEqual(80);
      });
    }
    const all = new Uint8Array(WIDTH * HEIGHT).fill(1);
    expect(findPatches(plain, { ...how, hole: hole(spot), barred: all })).toEqual([]);
    expect(findPatches(plain, { ...how, hole: hole(() => 0) })).toEqual([]);
  });
});
