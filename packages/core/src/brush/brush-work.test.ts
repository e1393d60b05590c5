import { describe, expect, it } from 'vitest';
import { sheerSides, sheerValues } from '../matting/sheer';
import { type GreyWork, type SheerWork, type TapsWork, WorkRefused } from './brush-work';
import { greyValues } from './grey-values';
import { tapValues } from './tap-values';

const encode = (light: number) => Math.round(255 * (1.055 * light ** (1 / 2.4) - 0.055));
const CLOTH = [0.75, 0.7, 0.62];
const WALL = [0.12, 0.2, 0.16];
const [width, height] = [64, 48];
/** A veil: solid at the left, ever sheerer to the right, gone from 56 on. */
const veil = (x: number) => Math.max(0, Math.min(1, (56 - x) / 48));
const data = Uint8Array.from({ length: width * height * 3 }, (_, i) => {
  const [p, c] = [Math.floor(i / 3), i % 3];
  const a = veil((p % width) + 0.5);
  return encode(a * (CLOTH[c] as number) + (1 - a) * (WALL[c] as number));
});
const picture = { width, height, channels: 3 as const, data };
const colour = (light: readonly number[]) => {
  const [r = 0, g = 0, b = 0] = light.map(encode);
  return { r, g, b };
};
const sheer: SheerWork = {
  ...{ does: 'sheer', dense: [colour(CLOTH)], behind: [colour(WALL)], spared: [], range: 0.1 },
};
const region = { x: 0, y: 0, width: 64, height: 8 };

function worst(values: Uint16Array, from = 0, to = width): number {
  let most = 0;
  for (let x = from; x < to; x++) {
    most = Math.max(most, Math.abs((values[x] as number) / 65_535 - veil(x + 0.5)));
  }
  return most;
}

describe('what is sheer', () => {
  it('is worked out from two sampled colours', () => {
    const sides = sheerSides(sheer, picture, null, 1);
    const { values, limit } = sheerValues(sheer, sides, picture, region);
    expect(worst(values)).toBeLessThan(0.03);
    expect(limit).toBeNull();
  });

  it('is worked out from what lies around, where nothing was sampled', () => {
    const found = { ...sheer, dense: [], behind: [] };
    const coverage = Float32Array.from({ length: width * height }, (_, p) => {
      const x = p % width;
      return x < 8 ? 1 : x >= 56 ? 0 : 0.5;
    });
    const sides = sheerSides(found, picture, coverage, 1);
    const { values } = sheerValues(found, sides, picture, region);
    expect(worst(values)).toBeLessThan(0.08);
    // One side may be sampled and the other found.
    const mixed = sheerSides({ ...found, dense: sheer.dense }, picture, coverage, 1);
    expect(worst(sheerValues(found, mixed, picture, region).values)).toBeLessThan(0.08);
  });

  it('says what is missing', () => {
    expect(() => sheerSides({ ...sheer, dense: [] }, picture, null, 1)).toThrow(WorkRefused);
    const empty = new Float32Array(width * height);
    expect(() => sheerSides({ ...sheer, dense: [] }, picture, empty, 1)).toThrow(/densest/);
    const full = empty.map(() => 1);
    expect(() => sheerSides({ ...sheer, behind: [] }, picture, full, 1)).toThrow(/beside/);
  });

  it('leaves what is spared alone, and what lies beyond the picture', () => {
    const spares = { ...sheer, spared: [colour(WALL)] };
    const sides = sheerSides(spares, picture, null, 1);
    const beyond = { x: 32, y: 44, width: 64, height: 8 };
    const { values, limit } = sheerValues(spares, sides, picture, beyond);
    expect(limit?.[28]).toBe(0);
    expect(limit?.[0]).toBe(1);
    expect(values[5 * 64]).toBe(0);
  });
});

describe('taps of colour', () => {
  const taps: TapsWork = {
    ...{ does: 'taps', keep: [colour(CLOTH)], drop: [colour(WALL)], range: 0.2, together: 0 },
  };

  it('move toward the side that is more alike, and not what is like neither', () => {
    const { values, limit } = tapValues(taps, picture, region);
    expect([values[2], values[60]]).toEqual([65_535, 0]);
    expect([limit?.[2], limit?.[60]]).toEqual([1, 1]);
    expect(Math.min(...(limit?.subarray(0, 64) ?? []))).toBeLessThan(0.1);
    const narrow = tapValues({ ...taps, drop: [] }, picture, region);
    expect(narrow.limit?.[60]).toBe(0);
  });

  it('move what is odd within a thing along with it, up to its edge and no farther', () => {
    // Cloth up to x 30 and wall beyond, each with specks of the other's colour.
    const speck = (x: number, y: number) => (x * 3 + y * 5) % 11 === 0;
    const specked = Uint8Array.from({ length: width * height * 3 }, (_, i) => {
      const p = Math.floor(i / 3);
      const [x, y] = [p % width, Math.floor(p / width)];
      const near = 0.2 * Number(speck(x, y));
      const [own, other] = x < 30 ? [CLOTH, WALL] : [WALL, CLOTH];
      return encode((1 - near) * (own[i % 3] as number) + near * (other[i % 3] as number));
    });
    const found = (together: number, at = region) =>
      tapValues({ ...taps, range: 0.05, together }, { ...picture, data: specked }, at);
    const wrong = ({ values, limit }: ReturnType<typeof found>) =>
      [...values].filter((value, i) => {
        const moved = (limit?.[i] ?? 0) > 0.3;
        return !moved || value > 0 !== i % width < 30;
      }).length;
    expect(wrong(found(0))).toBeGreaterThan(20);
    expect(wrong(found(5))).toBeLessThan(wrong(found(0)) / 4);
    // The same for a region, whatever lies around it; nothing beyond the picture.
    const beyond = { x: 32, y: 40, width: 64, height: 16 };
    const whole = found(5, { x: 0, y: 0, width, height });
    const part = found(5, beyond);
    for (const [x, y] of [
      [32, 40],
      [50, 44],
      [63, 47],
    ] as const) {
      const [inPart, inWhole] = [(y - 40) * 64 + x - 32, y * width + x];
      expect(part.limit?.[inPart]).toBeCloseTo(whole.limit?.[inWhole] ?? 0, 5);
    }
    expect(part.limit?.[40]).toBe(0);
    expect(part.limit?.[12 * 64]).toBe(0);
  });

  it('need a sample', () => {
    expect(() => tapValues({ ...taps, keep: [], drop: [] }, picture, region)).toThrow(WorkRefused);
  });
});

describe('grey values of a mask', () => {
  const values = Float32Array.of(0, 0.1, 0.5, 0.9, 1);
  const worked = (way: GreyWork['way'], tones: GreyWork['tones']) =>
    [...greyValues(values, { does: 'greys', way, tones, by: 0.5 }).values].map((v) => v / 65_535);

  it('grow lighter or darker, most where they were asked to, and never leave their ends', () => {
    for (const tones of ['darks', 'mids', 'lights'] as const) {
      const [light, dark] = [worked('dodge', tones), worked('burn', tones)];
      expect([light[0], light[4], dark[0], dark[4]]).toEqual([0, 1, 0, 1]);
      for (const i of [1, 2, 3]) {
        expect(light[i]).toBeGreaterThan(values[i] as number);
        expect(dark[i]).toBeLessThan(values[i] as number);
      }
    }
    const change = (tones: GreyWork['tones'], i: number) =>
      (worked('dodge', tones)[i] as number) - (values[i] as number);
    expect(change('darks', 1)).toBeGreaterThan(change('lights', 1) * 4);
    expect(change('lights', 3)).toBeGreaterThan(change('darks', 3) * 4);
  });
});
