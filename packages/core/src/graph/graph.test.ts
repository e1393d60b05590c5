import type { Composition, Rect } from '@diplex/document';
import { inScratch, stopKernels } from '@diplex/kernels';
import { byBoth, startTestKernels, worst } from '@diplex/kernels/test-support';
import fc from 'fast-check';
import { afterEach, describe, expect, it } from 'vitest';
import type { PixelReader } from '../pixels/pixel-reader';
import {
  anyComposition,
  manyTinted,
  sampleReader,
  tilesOf,
} from '../render/sample-composition.test-support';
import { graphOf } from './composition-graph';
import { anyScale, drawn, firstOff, whole } from './graph.test-support';
import { Plan } from './plan';
import { neededBy, RenderStopped, renderNode } from './render-node';

afterEach(stopKernels);

describe('rendering by the graph', () => {
  const region = { x: 20, y: 30, width: 150, height: 120 };

  it('gives what the twins give, for any composition', () => {
    const bare = (composition: Composition): Composition => ({
      ...composition,
      layers: Object.fromEntries(
        Object.entries(composition.layers).map(([id, layer]) => [id, { ...layer, steps: [] }]),
      ),
    });
    fc.assert(
      fc.property(anyComposition, (composition) => {
        const { twin, kernel } = byBoth(() => drawn(bare(composition), region, 3.1));
        const off = twin.filter((value, i) => Math.abs(value - (kernel[i] as number)) >= 1e-5);
        // A blend mode that divides makes a little more of the last digit, in very few places.
        expect(off.length / twin.length).toBeLessThan(1e-3);
        expect(worst(twin, kernel)).toBeLessThan(1e-4);
      }),
      { numRuns: 40, endOnFailure: true },
    );
  });

  it('gives about what the twins give with chains, which may make much of the last digit', () => {
    fc.assert(
      fc.property(anyComposition, (composition) => {
        const { twin, kernel } = byBoth(() => drawn(composition, region, 3.1));
        const off = twin.filter((value, i) => Math.abs(value - (kernel[i] as number)) > 1e-3);
        expect(off.length / twin.length).toBeLessThan(0.01);
      }),
      { numRuns: 30, endOnFailure: true },
    );
  });

  it('gives the same bits in tiles of any size and as a whole', () => {
    startTestKernels();
    fc.assert(
      fc.property(
        anyComposition,
        anyScale,
        fc.constantFrom(64, 256, 37),
        (composition, scale, side) => {
          const all = whole(scale);
          const picture = drawn(composition, all, scale);
          for (const tile of tilesOf(all, side)) {
            expect(firstOff(picture, all, tile, drawn(composition, tile, scale))).toBe(-1);
          }
        },
      ),
      { numRuns: 16, endOnFailure: true },
    );
  });

  it('gives the same bits from a reader that holds only what was named as needed', () => {
    fc.assert(
      fc.property(anyComposition, anyScale, fc.nat(5), (composition, scale, pick) => {
        const tiles = tilesOf(whole(scale), 61);
        const tile = tiles[pick % tiles.length] as Rect;
        const needed = neededBy(graphOf(composition).root, tile, scale);
        const held = new Set(
          needed.sources.map((each) => `${each.source}/${each.level}/${each.column},${each.row}`),
        );
        const lacking: string[] = [];
        const reader: PixelReader = {
          level(source, level) {
            const all = sampleReader.level(source, level);
            return (
              all && {
                ...all,
                tile: (column, row) =>
                  held.has(`${source}/${level}/${column},${row}`)
                    ? all.tile(column, row)
                    : undefined,
              }
            );
          },
          paintedTile: (hash) =>
            needed.painted.includes(hash) ? sampleReader.paintedTile(hash) : undefined,
          lacks: (what) => lacking.push(what),
        };
        expect(drawn(composition, tile, scale, reader)).toEqual(drawn(composition, tile, scale));
        expect(lacking).toEqual([]);
      }),
      { numRuns: 60, endOnFailure: true },
    );
  });

  it('does work that grows with the number of layers, whatever they look at', () => {
    const region = { x: 0, y: 0, width: 64, height: 64 };
    const work = (layers: number) => {
      const { root } = graphOf(manyTinted(layers));
      let pixels = 0;
      const onDraw = (_: unknown, { width, height }: Rect) => {
        pixels += width * height;
      };
      inScratch(() => renderNode(root, region, 1, sampleReader, { onDraw }));
      return { pixels, tasks: new Plan(root, region, 1).size };
    };
    const [four, eight] = [work(4), work(8)];
    expect(eight.tasks / four.tasks).toBeLessThan(2.1);
    expect(eight.pixels / four.pixels).toBeLessThan(3.2);
  });

  it('ends between two layers when it is called off', () => {
    fc.assert(
      fc.property(anyComposition, (composition) => {
        const all = whole(1);
        fc.pre(graphOf(composition).root.inputs.length > 0);
        const stopped = () => drawn(composition, all, 1, sampleReader, { stopped: () => true });
        expect(stopped).toThrow(RenderStopped);
      }),
      { numRuns: 5, endOnFailure: true },
    );
  });
});
