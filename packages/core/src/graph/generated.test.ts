import {
  type Composition,
  type GeneratedContent,
  type Layer,
  laidOut,
  newComposition,
  OperationRefused,
  perform,
  placedAt,
  plainLayer,
} from '@diplex/document';
import { inScratch, stopKernels } from '@diplex/kernels';
import { byBoth, startTestKernels, worst } from '@diplex/kernels/test-support';
import {
  GENERATED,
  type GeneratedDefinition,
  newGenerated,
  setGenerated,
  startValues,
  validateComposition,
  valueProblems,
} from '@diplex/steps';
import fc from 'fast-check';
import { afterAll, beforeEach, describe, expect, it } from 'vitest';
import type { PixelReader } from '../pixels/pixel-reader';
import { anyValues } from '../render/any-step.test-support';
import { renderComposition } from '../render/render-composition';
import { tilesOf } from '../render/sample-composition.test-support';

const SIDE = 160;
const SIZE = { width: SIDE, height: SIDE };
const WHOLE = { x: 0, y: 0, ...SIZE };
const MIDDLE = placedAt({ x: SIDE / 2, y: SIDE / 2 });
const reader: PixelReader = { level: () => undefined, paintedTile: () => undefined };

function filled(id: string, grey: number, at = MIDDLE, size = SIZE): Layer {
  const colour = { r: grey, g: grey, b: grey, alpha: 1 };
  return plainLayer(id, id, { kind: 'fill', size, fill: { by: 'colour', colour } }, at);
}

/** Something generated before a dark ground with a bright spot on it. */
function scene(content: GeneratedContent, change: Partial<Layer> = {}): Composition {
  return laidOut(newComposition('Generated', SIZE), [
    filled('ground', 40),
    filled('spot', 250, placedAt({ x: 50, y: 40 }), { width: 20, height: 20 }),
    { ...plainLayer('made', 'Made', content, MIDDLE), ...change },
  ]);
}

function drawn(composition: Composition, region = WHOLE, scale = 1): Float32Array {
  return inScratch(
    () => new Float32Array(renderComposition(composition, region, scale, reader).data),
  );
}

const made = (definition: GeneratedDefinition, values?: Record<string, unknown>, seed = 3) =>
  newGenerated(definition, SIZE, seed, values);

// As the application computes; what the twins give is compared below.
startTestKernels();
beforeEach(() => {
  startTestKernels();
});
afterAll(stopKernels);

describe.each(GENERATED.map(({ definition }) => [definition.kind, definition] as const))(
  'generated %s',
  (_, definition) => {
    const composition = scene(made(definition));
    const whole = drawn(composition);

    it('starts with values that are accepted and that show', () => {
      expect(valueProblems(definition, startValues(definition))).toEqual([]);
      expect(() => validateComposition(composition)).not.toThrow();
      expect(worst(whole, drawn(scene(made(definition), { shown: false })))).toBeGreaterThan(0.02);
    });

    it('is the same for the same seed, and another for another one', () => {
      expect(worst(whole, drawn(scene(made(definition))))).toBe(0);
      if (definition.kind === 'flare') return;
      expect(worst(whole, drawn(scene(made(definition, {}, 4))))).toBeGreaterThan(0.01);
    });

    it('is the same in tiles and as a whole, bit for bit', () => {
      for (const scale of [1, 2.3]) {
        const side = Math.ceil(SIDE * scale);
        const all =
          scale === 1
            ? whole
            : drawn(composition, { x: 0, y: 0, width: side, height: side }, scale);
        for (const tile of tilesOf({ x: 0, y: 0, width: side, height: side }, 93)) {
          const part = drawn(composition, tile, scale);
          const off = part.findIndex((value, i) => {
            const [x, y] = [(i >> 2) % tile.width, Math.floor((i >> 2) / tile.width)];
            return value !== all[((tile.y + y) * side + tile.x + x) * 4 + (i & 3)];
          });
          expect(off).toBe(-1);
        }
      }
    });

    it('is the same by the twins and by the kernels', () => {
      const { twin, kernel } = byBoth(() => drawn(composition));
      expect(worst(twin, kernel)).toBeLessThan(2e-5);
    });

    it('looks alike at half the scale', () => {
      const side = 2 * SIDE;
      const half = drawn(composition, { x: 0, y: 0, width: side, height: side }, 2);
      const all = drawn(composition, { x: 0, y: 0, width: 2 * side, height: 2 * side }, 4);
      let total = 0;
      for (let y = 0; y < side; y++) {
        for (let x = 0; x < side; x++) {
          for (let c = 0; c < 3; c++) {
            const at = (dx: number, dy: number) =>
              all[((2 * y + dy) * 2 * side + 2 * x + dx) * 4 + c] as number;
            const mean = (at(0, 0) + at(1, 0) + at(0, 1) + at(1, 1)) / 4;
            total += Math.abs(mean - (half[(y * side + x) * 4 + c] as number));
          }
        }
      }
      expect(total / (3 * side * side)).toBeLessThan(0.01);
    });

    it('gives no NaN and nothing that cannot be shown, whatever its values', () => {
      fc.assert(
        fc.property(anyValues(definition), fc.nat(9999), (values, seed) => {
          const data = drawn(scene(made(definition, values, seed)));
          expect(data.every((value) => value >= 0 && value <= 1 + 1e-5)).toBe(true);
        }),
        { numRuns: 10 },
      );
    });

    it('goes where its layer goes, turned and mirrored too', () => {
      const turned = scene(made(definition), {
        placement: { ...MIDDLE, turn: 180, mirrorAcross: true },
      });
      // A half turn and a mirror leave the columns where they are, and the rows the other way up.
      if (definition.looksAt.length > 0) return;
      const data = drawn(turned);
      const row = (of: Float32Array, y: number) =>
        Array.from({ length: SIDE }, (_, x) => of[(y * SIDE + x) * 4 + 1] as number);
      const mean = (list: readonly number[]) => list.reduce((sum, each) => sum + each, 0) / SIDE;
      for (const y of [10, 100, 130]) {
        expect(mean(row(data, SIDE - 1 - y))).toBeCloseTo(mean(row(whole, y)), 1);
      }
    });

    it('is refused with the place when a value of it is wrong', () => {
      const [name] = Object.keys(definition.fields);
      const values = { [name as string]: 1e9 };
      expect(() => validateComposition(scene(made(definition, values)))).toThrow(`${name}`);
      const change = { layer: 'made', change: { values } };
      expect(() => perform(composition, setGenerated, change)).toThrow(OperationRefused);
    });
  },
);

describe('light in the air', () => {
  const rays = GENERATED.find(({ definition }) => definition.kind === 'rays')?.definition;
  const flare = GENERATED.find(({ definition }) => definition.kind === 'flare')?.definition;
  const post = filled('post', 0, placedAt({ x: 80, y: 60 }), { width: 24, height: 40 });
  const behind = (content: GeneratedContent) =>
    laidOut(newComposition('Light', SIZE), [
      filled('ground', 20),
      post,
      plainLayer('made', 'Made', content, MIDDLE),
    ]);
  const at = (data: Float32Array, x: number, y: number) => data[(y * SIDE + x) * 4 + 1] as number;

  it('is darker beyond what stands in its way, and as bright beside it', () => {
    const content = made(rays as GeneratedDefinition, { from: { x: 0.5, y: 0.05 }, beams: 0 });
    const [open, held] = [content, { ...content, cover: 'post' }].map((each) =>
      drawn(behind(each)),
    ) as [Float32Array, Float32Array];
    expect(at(held, 80, 120)).toBeLessThan(0.75 * at(open, 80, 120));
    expect(at(held, 150, 120)).toBeCloseTo(at(open, 150, 120), 3);
  });

  it('comes from what is bright behind it, where it is asked for', () => {
    const values = { light: 'behind', from: { x: 0.37, y: 0.3 }, beams: 0, bright: 0.6 };
    const lit = drawn(scene(made(rays as GeneratedDefinition, values)));
    const dark = drawn(behind(made(rays as GeneratedDefinition, values)));
    const plain = drawn(scene(made(rays as GeneratedDefinition, values), { shown: false }));
    expect(at(lit, 90, 90)).toBeGreaterThan(1.2 * at(plain, 90, 90));
    expect(at(dark, 150, 150)).toBeLessThan(0.02);
  });

  it('of a flare fades when the light is covered, and has the colour of what lies under it', () => {
    const values = { at: { x: 0.5, y: 0.4 }, ghosts: 0 };
    const content = made(flare as GeneratedDefinition, values);
    const [open, held] = [content, { ...content, cover: 'post' }].map((each) =>
      drawn(behind(each)),
    ) as [Float32Array, Float32Array];
    expect(at(open, 60, 70)).toBeGreaterThan(1.5 * at(held, 60, 70));
  });
});
