import {
  type Composition,
  IDENTITY,
  type LayerEdge,
  laidOut,
  type Mask,
  newComposition,
  placedAt,
  plainLayer,
} from '@diplex/document';
import { encodeExactly } from '@diplex/kernels';
import { describe, expect, it } from 'vitest';
import type { PixelReader } from '../pixels/pixel-reader';
import { tiled } from '../pixels/tiled-level';
import { fringeReach } from './clean-fringe';
import { renderComposition } from './render-composition';

const SIDE = 96;
const PHOTO = 'a'.repeat(64);
const F = [0.7, 0.3, 0.05];
const B = [0.03, 0.1, 0.5];

/** A soft disc of orange on blue, mixed in light, and a mask that is just as soft. */
const radius = 30;
const soft = 8;
const alphaAt = (x: number, y: number) => {
  const off = Math.hypot(x + 0.5 - SIDE / 2, y + 0.5 - SIDE / 2);
  return Math.max(0, Math.min(1, (radius + soft - off) / (2 * soft)));
};
const data = Uint8Array.from({ length: SIDE * SIDE * 3 }, (_, i) => {
  const p = Math.floor(i / 3);
  const a = alphaAt(p % SIDE, Math.floor(p / SIDE));
  const light = a * (F[i % 3] as number) + (1 - a) * (B[i % 3] as number);
  return Math.round(255 * encodeExactly(light));
});
const pairs = new Uint16Array(256 * 256 * 2);
for (let y = 0; y < SIDE; y++) {
  for (let x = 0; x < SIDE; x++) {
    pairs[(y * 256 + x) * 2] = Math.round(65_535 * alphaAt(x, y));
    pairs[(y * 256 + x) * 2 + 1] = 65_535;
  }
}
const photo = tiled({ width: SIDE, height: SIDE, channels: 3, data });
const reader: PixelReader = {
  level: (_, level) => (level === 0 ? photo : undefined),
  paintedTile: () => pairs,
};

function composition(edge: LayerEdge): Composition {
  const content = { kind: 'photo' as const, source: PHOTO, size: { width: SIDE, height: SIDE } };
  const layer = {
    ...plainLayer('l', 'Disc', content, placedAt({ x: SIDE / 2, y: SIDE / 2 })),
    ...{ edge, maskUse: { mask: 'm', linked: true, turnedRound: false, lies: IDENTITY } },
  };
  const mask: Mask = {
    ...{ id: 'm', name: 'Mask', startsFrom: 'empty', feather: 0 },
    parts: [
      {
        ...{ id: 'p', kind: 'picked', name: 'Solved', shown: true, combine: 'add', feather: 0 },
        ...{
          inverted: false,
          recipe: { by: 'laid', of: 'truth' },
          tiles: { '0,0': 'b'.repeat(64) },
        },
      },
    ],
  };
  const empty = newComposition('Fringe', { width: SIDE, height: SIDE });
  return laidOut(empty, [layer], [mask]);
}

const whole = { x: 0, y: 0, width: SIDE, height: SIDE };
const render = (change: LayerEdge) => renderComposition(composition(change), whole, 1, reader).data;

/** How far colours in the soft edge are from those of the disc, weighted by how much they show. */
function colourError(pixels: Float32Array): number {
  let [sum, weight] = [0, 0];
  for (let p = 0; p < SIDE * SIDE; p++) {
    const alpha = pixels[p * 4 + 3] as number;
    if (alpha < 0.02 || alpha > 0.98) continue;
    for (let c = 0; c < 3; c++) {
      sum += Math.abs((pixels[p * 4 + c] as number) - alpha * (F[c] as number));
    }
    weight += 3;
  }
  return sum / weight;
}

describe('a clean fringe', () => {
  const plain = render({});
  const clean = render({ fringe: 1, fringeWidth: 12 });

  it("shows the thing's own colour under the edge instead of the old backdrop's", () => {
    expect(colourError(clean)).toBeLessThan(colourError(plain) / 3);
  });

  it('leaves what is wholly shown or hidden, and the coverage, as they are', () => {
    for (let p = 0; p < SIDE * SIDE; p++) {
      const alpha = plain[p * 4 + 3] as number;
      expect(clean[p * 4 + 3]).toBe(alpha);
      if (alpha > 0 && alpha < 1) continue;
      expect([...clean.subarray(p * 4, p * 4 + 4)]).toEqual([...plain.subarray(p * 4, p * 4 + 4)]);
    }
  });

  it('has an amount', () => {
    const half = render({ fringe: 0.5, fringeWidth: 12 });
    const i = (48 * SIDE + 80) * 4 + 2;
    const between = ((plain[i] as number) + (clean[i] as number)) / 2;
    expect(half[i]).toBeCloseTo(between, 6);
  });

  it('is cleaned by brush where strokes say so, and as before elsewhere', () => {
    // The left half of the picture was brushed; what lies to the right of it was not.
    const half = new Uint16Array(256 * 256 * 2);
    for (let p = 0; p < 256 * 256; p++) {
      if (p % 256 >= SIDE / 2) continue;
      half[p * 2] = 65_535;
      half[p * 2 + 1] = 65_535;
    }
    const drawn = (change: LayerEdge, left: number) => {
      const value = half.map((sample, i) => (i % 2 === 0 ? Math.round(left * sample) : sample));
      const tiles: PixelReader = {
        ...reader,
        paintedTile: (hash) => (hash.startsWith('d') ? value : pairs),
      };
      const fringeBrushed = { strokes: 1, tiles: { '0,0': 'd'.repeat(64) } };
      const brushed = composition({ fringeWidth: 12, fringeBrushed, ...change });
      return renderComposition(brushed, whole, 1, tiles).data;
    };
    const halves = (pixels: Float32Array) =>
      [0, 1].map((side) =>
        pixels.filter((_, i) => Math.floor(((i >> 2) % SIDE) / (SIDE / 2)) === side),
      );
    const [plainLeft, plainRight] = halves(plain);
    const [cleanLeft, cleanRight] = halves(clean);
    expect(halves(drawn({}, 1))).toEqual([cleanLeft, plainRight]);
    expect(halves(drawn({ fringe: 1 }, 0))).toEqual([plainLeft, cleanRight]);
  });

  it('can be kept to where the old colour differs from what lies behind', () => {
    const before = (behind: readonly number[]) => {
      const fill = behind.map((v) => Math.round(255 * encodeExactly(v)));
      const [r = 0, g = 0, b = 0] = fill;
      const composed = (change: LayerEdge) => {
        const value = composition(change);
        const filled = { by: 'colour' as const, colour: { r, g, b, alpha: 1 } };
        const content = {
          kind: 'fill' as const,
          fill: filled,
          size: { width: SIDE, height: SIDE },
        };
        const flat = plainLayer('f', 'Flat', content, placedAt({ x: SIDE / 2, y: SIDE / 2 }));
        const layers = [flat, ...Object.values(value.layers)];
        return renderComposition(
          laidOut(value, layers, Object.values(value.masks)),
          whole,
          1,
          reader,
        ).data;
      };
      const [none, where, all] = [
        composed({}),
        composed({ fringe: 1, fringeWidth: 24, fringeWhere: 'visible' }),
        composed({ fringe: 1, fringeWidth: 24 }),
      ];
      const off = (a: Float32Array, c: Float32Array) =>
        a.reduce((sum, value, i) => sum + Math.abs(value - (c[i] as number)), 0);
      return { kept: off(where, none), cleaned: off(where, all), change: off(all, none) };
    };
    // Before the old colour nothing shows of it; before another one all of it does.
    const same = before(B);
    expect(same.kept).toBeLessThan(same.change / 6);
    const other = before([0.6, 0.6, 0.55]);
    expect(other.cleaned).toBeLessThan(other.change / 20);
  });

  it('gives the same bits in parts, and reaches as far as it says', () => {
    const value = composition({ fringe: 1, fringeWidth: 20 });
    const all = renderComposition(value, whole, 1, reader).data;
    const region = { x: 70, y: 30, width: 13, height: 9 };
    const part = renderComposition(value, region, 1, reader).data;
    for (let y = 0; y < region.height; y++) {
      const from = ((region.y + y) * SIDE + region.x) * 4;
      const line = part.subarray(y * region.width * 4, (y + 1) * region.width * 4);
      expect([...line]).toEqual([...all.subarray(from, from + region.width * 4)]);
    }
    const edge = { fringe: 1, fringeWidth: 20 };
    expect(fringeReach(edge, 1)).toBe(20);
    expect(fringeReach(edge, 0.01)).toBe(0);
    expect(fringeReach({ ...edge, fringe: 0 }, 1)).toBe(0);
  });
});
