import { type BoxPart, type Mask, PAINTED_TILE_SIZE, placedAt, plainLayer } from '@diplex/document';
import { inScratch } from '@diplex/kernels';
import { describe, expect, it } from 'vitest';
import type { EdgeWork } from '../brush/brush';
import { Stroke } from '../brush/stroke';
import { EdgeRefused, workedEdge } from './worked-edge';

const SIDE = PAINTED_TILE_SIZE;
const box: BoxPart = {
  ...{ id: 'b', kind: 'box', name: 'Box', shown: true, combine: 'add', feather: 0 },
  ...{ inverted: false, x: 50, y: 20, width: 120, height: 200 },
};
const mask: Mask = {
  id: 'm',
  name: 'Mask',
  startsFrom: 'empty',
  parts: [box],
  feather: 9,
  choke: 5,
};
const layer = plainLayer(
  'l',
  'Layer',
  { kind: 'photo' as const, source: 'a'.repeat(64), size: { width: 256, height: 256 } },
  { ...placedAt({ x: 9, y: 9 }), turn: 30 },
);
const reader = { level: () => undefined, paintedTile: () => undefined };
const region = { x: 0, y: 0, width: SIDE, height: SIDE };

function row(work: EdgeWork, of: Mask = mask, upTo = 'none'): number[] {
  return inScratch(() => {
    const { data } = workedEdge(of, layer, upTo, work, region, reader);
    return Array.from(data.subarray(100 * SIDE, 101 * SIDE));
  });
}

describe('an edge that is worked on', () => {
  it('is softened, moved and made firm on the mask’s own grid, without what is done to the whole', () => {
    expect(row({ way: 'firm', by: 0 }).slice(48, 52)).toEqual([0, 0, 1, 1]);
    const soft = row({ way: 'soften', by: 6 });
    expect(soft[50]).toBeCloseTo(0.53, 1);
    expect(soft[44]).toBeCloseTo(0.18, 1);
    expect(row({ way: 'choke', by: 3 }).slice(51, 55)).toEqual([0, 0, 1, 1]);
    expect(row({ way: 'spread', by: 3 }).slice(45, 49)).toEqual([0, 0, 1, 1]);
  });

  it('is that of the parts up to the painted one', () => {
    const more = { ...box, id: 'c', x: 0, width: 20 };
    const both = { ...mask, parts: [box, more] };
    expect(row({ way: 'firm', by: 0 }, both)[10]).toBe(1);
    expect(row({ way: 'firm', by: 0 }, both, 'b')[10]).toBe(0);
  });

  it('is refused where the mask looks at other layers', () => {
    const tones = {
      ...{ ...box, kind: 'tones' as const, component: 'lightness' as const, of: 'behind' as const },
      ...{ low: [0, 0.2] as const, high: [0.8, 1] as const },
    };
    expect(() => row({ way: 'firm', by: 0 }, { ...mask, parts: [tones] })).toThrow(EdgeRefused);
  });

  it('is painted only where the stroke goes', () => {
    const values = inScratch(() => {
      const { data } = workedEdge(mask, layer, 'none', { way: 'soften', by: 6 }, region, reader);
      return Uint16Array.from(data, (value) => Math.round(value * 65_535));
    });
    const stroke = new Stroke(
      { radius: 20, softness: 0, strength: 1, flow: 1, pressure: 'none', value: 1 },
      {
        ...{ toComposition: [1, 0, 0, 1, 0, 0], extent: region, tile: () => undefined },
        memory: () => ({
          merged: new Uint16Array(SIDE * SIDE * 2),
          stroke: new Uint16Array(SIDE * SIDE),
        }),
        worked: () => ({ values, limit: null }),
      },
    );
    stroke.extend([{ x: 50, y: 100, pressure: 1 }]);
    const tile = stroke.tiles.get('0,0') ?? new Uint16Array();
    const at = (x: number, y: number) => {
      const i = (y * SIDE + x) * 2;
      return [tile[i], tile[i + 1]];
    };
    expect(at(50, 100)).toEqual([values[100 * SIDE + 50], 65_535]);
    expect(at(44, 100)).toEqual([values[100 * SIDE + 44], 65_535]);
    expect(at(50, 150)).toEqual([0, 0]);
  });
});
