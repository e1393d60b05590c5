import {
  type Composition,
  groupLayers,
  hasExtent,
  laidOut,
  newComposition,
  newMaskLies,
  PAINTED_TILE_SIZE,
  perform,
  placedAt,
  plainLayer,
  setCanvasSize,
  setPlacement,
} from '@diplex/document';
import { decodeExactly, inScratch } from '@diplex/kernels';
import { definitionOf, newStep } from '@diplex/steps';
import { describe, expect, it } from 'vitest';
import type { PixelReader } from '../pixels/pixel-reader';
import { renderComposition } from '../render/render-composition';

const TILE = 'f'.repeat(64);

/** Brushed in a square of 20 pixels that begins at 30, 30. */
const painted = Uint16Array.from({ length: PAINTED_TILE_SIZE ** 2 * 2 }, (_, i) => {
  const [x, y] = [(i >> 1) % PAINTED_TILE_SIZE, Math.floor((i >> 1) / PAINTED_TILE_SIZE)];
  return x >= 30 && x < 50 && y >= 30 && y < 50 ? 65_535 : 0;
});
const reader: PixelReader = {
  level: () => undefined,
  paintedTile: (hash) => (hash === TILE ? painted : undefined),
};

/** A grey fill in a group that is dodged in the square. */
function scene(): Composition {
  const size = { width: 120, height: 100 };
  const grey = { r: 90, g: 90, b: 90, alpha: 1 };
  const fill = { kind: 'fill' as const, size, fill: { by: 'colour' as const, colour: grey } };
  const flat = laidOut(newComposition('Brushed', size), [
    plainLayer('fill', 'Fill', fill, placedAt({ x: 60, y: 50 })),
  ]);
  const grouped = perform(flat, groupLayers, {
    ...{ layers: ['fill'], group: 'group', name: 'Group' },
  }).composition;
  const group = grouped.layers.group;
  if (!group || hasExtent(group)) throw new Error('A group has no pixels of its own.');
  const brushed = { strokes: 1, tiles: { '0,0': TILE }, lies: newMaskLies(grouped, group) };
  const step = { ...newStep(definitionOf('dodge-burn')), brushed };
  return { ...grouped, layers: { ...grouped.layers, group: { ...group, steps: [step] } } };
}

const GREY = decodeExactly(90 / 255);

/** The bounds of what is lighter than the grey. */
function dodged(composition: Composition) {
  const { width, height } = composition.canvas;
  const { data } = inScratch(() => {
    const image = renderComposition(composition, { x: 0, y: 0, width, height }, 1, reader);
    return { data: Float32Array.from(image.data) };
  });
  const xs: number[] = [];
  const ys: number[] = [];
  for (let p = 0; p < width * height; p++) {
    if ((data[p * 4] as number) <= GREY + 0.002) continue;
    xs.push(p % width);
    ys.push(Math.floor(p / width));
  }
  return [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)];
}

describe('what is brushed on a group', () => {
  it('lies where it was painted', () => {
    expect(dodged(scene())).toEqual([30, 30, 49, 49]);
  });

  it('stays in its place in the picture when the canvas grows', () => {
    const grown = perform(scene(), setCanvasSize, { width: 160, height: 120 }).composition;
    expect(dodged(grown)).toEqual([50, 40, 69, 59]);
  });

  it('goes with the group', () => {
    const before = scene();
    const placement = before.layers.group?.placement;
    if (!placement) throw new Error('There is no group.');
    const to = { ...placement, x: placement.x + 15, y: placement.y - 4 };
    const moved = perform(before, setPlacement, { layer: 'group', placement: to }).composition;
    expect(dodged(moved)).toEqual([45, 26, 64, 45]);
  });
});
