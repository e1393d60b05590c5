import {
  type Composition,
  type FillLayer,
  laidOut,
  type Mask,
  multiply,
  newComposition,
  placedAt,
  plainLayer,
  rotation,
  type Size,
  scaling,
  translation,
} from '@diplex/document';
import { describe, expect, it } from 'vitest';
import { drawnTiles } from '../pick/coverage-tiles';
import type { PixelReader } from '../pixels/pixel-reader';
import { coverageOnGrid, holderCoverage, layerAlpha } from './coverage-on-grid';

const reader: PixelReader = { level: () => undefined, paintedTile: () => undefined };

/** A fill of 80 x 60 in the middle of a canvas of 100 x 100, shown by a box of 40 x 30. */
function scene(size: Size = { width: 80, height: 60 }): {
  composition: Composition;
  layer: FillLayer;
} {
  const mask: Mask = {
    ...{ id: 'm', name: 'Mask', startsFrom: 'empty', feather: 0 },
    parts: [
      {
        ...{ id: 'p', kind: 'box', name: 'Box', shown: true, combine: 'add', feather: 0 },
        ...{ inverted: false, x: 20, y: 15, width: 40, height: 30 },
      },
    ],
  };
  const fill = { by: 'colour' as const, colour: { r: 200, g: 100, b: 50, alpha: 0.5 } };
  const content = { kind: 'fill' as const, fill, size };
  const layer: FillLayer = {
    ...plainLayer('l', 'Fill', content, placedAt({ x: 50, y: 50 })),
    maskUse: { mask: 'm', linked: true, turnedRound: false, lies: [1, 0, 0, 1, 0, 0] },
  };
  const empty = newComposition('Test', { width: 100, height: 100 });
  return { composition: laidOut(empty, [layer], [mask]), layer };
}

const sum = (data: Float32Array) => data.reduce((total, value) => total + value, 0);

describe('coverage on the grid of a mask', () => {
  const { composition, layer } = scene();
  const draw = holderCoverage(composition, layer, reader);
  const area = 40 * 30;

  it('is the same numbers where the grid is that of the canvas', () => {
    const region = { x: 0, y: 0, width: 100, height: 100 };
    const laid = coverageOnGrid(draw, translation(0, 0), region);
    expect(laid.data).toEqual(draw(region, 1).data);
    const moved = coverageOnGrid(draw, translation(7, -3), region);
    expect(moved.data[(35 + 3) * 100 + 30 - 7]).toBe(1);
    expect(sum(moved.data)).toBeCloseTo(area, 3);
  });

  it.each([
    ['half as fine', scaling(2, 2), 0.25],
    ['turned', multiply(translation(50, -20), rotation(45)), 1],
    [
      'turned and finer',
      multiply(multiply(translation(50, -20), rotation(30)), scaling(0.5, 0.5)),
      4,
    ],
  ] as const)('keeps its extent on a grid that is %s', (_, toComposition, by) => {
    const region = { x: 0, y: 0, width: 260, height: 260 };
    const laid = coverageOnGrid(draw, toComposition, region);
    expect(sum(laid.data) / (area * by)).toBeGreaterThan(0.985);
    expect(sum(laid.data) / (area * by)).toBeLessThan(1.015);
  });

  it('takes the alpha of the pixels into the shape of a layer', () => {
    const alpha = layerAlpha(
      composition,
      layer,
      reader,
    )({ x: 0, y: 0, width: 100, height: 100 }, 1);
    expect(alpha.data[50 * 100 + 50]).toBeCloseTo(0.5);
    expect(sum(alpha.data)).toBeCloseTo(area / 2, 1);
  });
});

describe('tiles that are drawn', () => {
  const { composition, layer } = scene({ width: 600, height: 600 });
  const draw = holderCoverage(composition, layer, reader);
  const lay = (region: { x: number; y: number; width: number; height: number }) =>
    coverageOnGrid(draw, translation(-250, -250), region);

  it('leave out what is empty, or keep it as one and the same tile', () => {
    const size = { width: 600, height: 600 };
    expect(Object.keys(drawnTiles(lay, size, 'left out', {}))).toEqual(['0,0']);
    const all = drawnTiles(lay, size, 'kept', {});
    expect(Object.keys(all)).toHaveLength(9);
    expect(new Set(Object.values(all)).size).toBe(2);
    // Value, and that it applies.
    const at = (25 * 256 + 30) * 2;
    expect([...(all['0,0']?.subarray(at, at + 2) ?? [])]).toEqual([65_535, 65_535]);
    expect([...(all['2,2']?.subarray(0, 2) ?? [])]).toEqual([0, 65_535]);
  });

  it('stop when they are called off', () => {
    const stopped = () => true;
    expect(() => drawnTiles(lay, { width: 600, height: 600 }, 'kept', { stopped })).toThrow();
  });
});
