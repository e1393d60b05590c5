import {
  type Composition,
  type Content,
  layersInDepth,
  perform,
  placedAt,
  plainLayer,
  type ShadowContent,
  setOpacity,
  setShadow,
} from '@diplex/document';
import { stopKernels } from '@diplex/kernels';
import { startTestKernels, testFloats } from '@diplex/kernels/test-support';
import fc from 'fast-check';
import { afterEach, describe, expect, it } from 'vitest';
import type { PixelReader } from '../pixels/pixel-reader';
import {
  anyComposition,
  manyTinted,
  sampleReader,
} from '../render/sample-composition.test-support';
import { drawn, firstOff } from './graph.test-support';
import type { GraphNode } from './node';
import { NodeStore, plainFloats } from './node-store';
import { viewPlan } from './view-graph';

afterEach(stopKernels);

describe('what was kept of a rendering', () => {
  it('gives the same bits with what was kept from before, whatever was changed since', () => {
    startTestKernels();
    fc.assert(
      fc.property(
        anyComposition,
        fc.nat(5),
        fc.constantFrom(2 ** 16, 2 ** 22),
        (composition, pick, room) => {
          const layers = layersInDepth(composition);
          const layer = layers[pick % Math.max(1, layers.length)];
          if (!layer) return;
          const store = new NodeStore(testFloats(room));
          const tile = { x: 64, y: 64, width: 64, height: 64 };
          const part = { x: 70, y: 80, width: 31, height: 17 };
          const states = [1, 0.4, 0.7].map(
            (opacity) => perform(composition, setOpacity, { layer: layer.id, opacity }).composition,
          );
          for (const state of states) {
            const anew = drawn(state, tile, 3.1);
            for (const region of [part, tile, part]) {
              const plan = viewPlan(state, layer.id, { store, tile });
              const kept = drawn(state, region, 3.1, sampleReader, plan);
              expect(firstOff(anew, tile, region, kept)).toBe(-1);
            }
          }
        },
      ),
      { numRuns: 30, endOnFailure: true },
    );
    // Compositions that look at much of one another take long on a slow machine.
  }, 240_000);

  it('keeps nothing that was drawn while pixels were missing', () => {
    fc.assert(
      fc.property(anyComposition, (composition) => {
        const store = new NodeStore(plainFloats(2 ** 24));
        const tile = { x: 0, y: 0, width: 64, height: 64 };
        const none: PixelReader = { level: () => undefined, paintedTile: () => undefined };
        drawn(composition, tile, 1, none, { store, tile });
        const then = drawn(composition, tile, 1, sampleReader, { store, tile });
        expect(then).toEqual(drawn(composition, tile, 1));
      }),
      { numRuns: 30, endOnFailure: true },
    );
  });

  it('draws nothing again that is kept, but for what changed and what lies nearer', () => {
    const composition = manyTinted(6);
    const tile = { x: 0, y: 0, width: 64, height: 64 };
    const store = new NodeStore(plainFloats(2 ** 26));
    const count = (state: Composition, worksOn: string) => {
      let nodes = 0;
      const plan = viewPlan(state, worksOn, { store, tile, onDraw: () => nodes++ });
      drawn(state, tile, 1, sampleReader, plan);
      return nodes;
    };
    const first = count(composition, 'l5');
    const faded = perform(composition, setOpacity, { layer: 'l5', opacity: 0.5 }).composition;
    expect(count(faded, 'l5')).toBeLessThan(first / 10);
    expect(count(composition, 'l5')).toBeLessThan(first / 10);
  });

  it('throws no outline again, and draws nothing for it, when only the softness of a shadow changed', () => {
    const thing = manyTinted(1);
    const shade: ShadowContent = {
      ...{ kind: 'shadow', of: 'l0', falls: 'ground', azimuth: 320, elevation: 30 },
      ...{ foot: { x: 45, y: 60 }, height: 50, away: 0, tilt: 0.4, contact: 0.5 },
      ...{ softness: 0.5, colour: { r: 0, g: 0, b: 0, alpha: 1 } },
    };
    const thrown: Composition = {
      ...thing,
      layers: {
        ...thing.layers,
        shade: plainLayer<Content>('shade', 'Shade', shade, placedAt({ x: 0, y: 0 })),
      },
      root: ['shade', ...thing.root],
    };
    const tile = { x: 0, y: 0, width: 64, height: 64 };
    const store = new NodeStore(plainFloats(2 ** 26));
    const kindsDrawn = (state: Composition) => {
      const kinds: string[] = [];
      const onDraw = (node: GraphNode) => kinds.push(node.constructor.name);
      const image = drawn(state, tile, 1, sampleReader, { store, tile, onDraw });
      return { kinds, image };
    };
    const softer = (softness: number) =>
      perform(thrown, setShadow, { layer: 'shade', change: { softness } }).composition;
    expect(kindsDrawn(thrown).kinds).toContain('ThrownNode');
    const then = kindsDrawn(softer(0.6));
    expect(then.kinds).toContain('ShadowNode');
    expect(then.kinds).not.toContain('ThrownNode');
    // What the thing looks like is kept with it: nothing below the shadow is drawn but what softens it.
    expect(then.kinds.filter((kind) => kind === 'FeatherNode').length).toBeGreaterThan(0);
    expect(then.image).toEqual(drawn(softer(0.6), tile, 1));
  });
});
