import {
  type Composition,
  growRect,
  laidOut,
  type Mask,
  newComposition,
  PAINTED_TILE_SIZE,
  placedAt,
  plainLayer,
  type Step,
} from '@diplex/document';
import { inScratch, stopKernels } from '@diplex/kernels';
import { byBoth, startTestKernels, worst } from '@diplex/kernels/test-support';
import { newStep, STEPS, type StepDefinition, startValues, valueProblems } from '@diplex/steps';
import fc from 'fast-check';
import { afterAll, beforeEach, describe, expect, it } from 'vitest';
import type { PixelReader } from '../pixels/pixel-reader';
import { tiled } from '../pixels/tiled-level';
import { anyValues } from '../render/any-step.test-support';
import { renderComposition } from '../render/render-composition';
import { tilesOf } from '../render/sample-composition.test-support';
import { graphOf } from './composition-graph';

const SIDE = 120;
const TILE = 'f'.repeat(64);
const PHOTO = 'd'.repeat(64);
const WHOLE = { x: 0, y: 0, width: SIDE, height: SIDE };

/** What brushes laid down of a step: what it does on the left, less and less of it, and the opposite on the right. */
const painted = Uint16Array.from({ length: PAINTED_TILE_SIZE ** 2 * 2 }, (_, i) => {
  const x = (i >> 1) % PAINTED_TILE_SIZE;
  if (i % 2 === 0) return x < SIDE / 2 ? 65_535 : 0;
  return Math.round(65_535 * Math.min(1, Math.abs(x - SIDE / 2) / (SIDE / 2)));
});

/** A smooth picture with all tones and many hues, and every coarser level of it. */
const levels = [0, 1, 2].map((level) => {
  const side = SIDE / 2 ** level;
  const data = Uint8Array.from({ length: side * side * 3 }, (_, i) => {
    const [p, c] = [Math.floor(i / 3), i % 3];
    const [x, y] = [((p % side) + 0.5) / side, (Math.floor(p / side) + 0.5) / side];
    const wave = Math.sin(5 * x + 2 * c) * Math.cos(4 * y - c);
    return Math.round(255 * (0.15 + 0.7 * (0.5 * x + 0.25 + 0.25 * wave)));
  });
  return tiled({ width: side, height: side, channels: 3, data });
});
const reader: PixelReader = {
  level: (source, level) => (source === PHOTO ? levels[level] : undefined),
  paintedTile: (hash) => (hash === TILE ? painted : undefined),
};

const OVAL: Mask = {
  ...{ id: 'oval', name: 'Oval', startsFrom: 'empty', feather: 1.5 },
  parts: [
    {
      ...{ id: 'p', kind: 'oval', name: 'Oval', shown: true, combine: 'add', feather: 0 },
      ...{ inverted: false, x: 20, y: 15, width: 80, height: 90 },
    },
  ],
};

/** A strip that the oval leaves hidden. */
const HIDDEN: Mask = {
  ...{ id: 'hidden', name: 'Hidden', startsFrom: 'empty', feather: 0 },
  parts: [
    {
      ...{ id: 'p', kind: 'box', name: 'Box', shown: true, combine: 'add', feather: 0 },
      ...{ inverted: false, x: 0, y: 0, width: SIDE, height: 8 },
    },
  ],
};

const use = {
  ...{ mask: 'oval', linked: true, turnedRound: false },
  lies: [1, 0, 0, 1, 0, 0] as const,
};

const hiddenUse = { ...use, mask: 'hidden' };

/** A photograph cut out as an oval, before a grey ground, with a chain. */
function scene(steps: readonly Step[]): Composition {
  const size = { width: SIDE, height: SIDE };
  const place = placedAt({ x: SIDE / 2, y: SIDE / 2 });
  const grey = { r: 90, g: 100, b: 110, alpha: 1 };
  const ground = { kind: 'fill' as const, size, fill: { by: 'colour' as const, colour: grey } };
  const photo = { kind: 'photo' as const, source: PHOTO, size };
  return laidOut(
    newComposition('One step', size),
    [
      plainLayer('ground', 'Ground', ground, place),
      { ...plainLayer('thing', 'Thing', photo, place), steps, maskUse: use },
    ],
    [OVAL, HIDDEN],
  );
}

function drawn(composition: Composition, region = WHOLE, scale = 1): Float32Array {
  return inScratch(
    () => new Float32Array(renderComposition(composition, region, scale, reader).data),
  );
}

function keyOf(steps: readonly Step[]): string {
  return graphOf(scene(steps)).root.key;
}

const brushed = { strokes: 1, tiles: { '0,0': TILE } };

function stepOf(definition: StepDefinition, values?: Readonly<Record<string, unknown>>): Step {
  return { ...newStep(definition, values), ...(definition.brushed && { brushed }) };
}

const sampled = (definition: StepDefinition) => stepOf(definition, definition.sample);

// As the application computes; what the twins give is compared below.
beforeEach(() => {
  startTestKernels();
});
afterAll(stopKernels);

describe.each(STEPS.map(({ definition }) => [definition.kind, definition] as const))(
  'the step %s',
  (_, definition) => {
    it('starts with values that it accepts, and shows what it does by a sample', () => {
      expect(valueProblems(definition, startValues(definition))).toEqual([]);
      expect(valueProblems(definition, sampled(definition).values)).toEqual([]);
      expect(worst(drawn(scene([])), drawn(scene([sampled(definition)])))).toBeGreaterThan(0.02);
    });

    it('refuses a value out of its range and one that it does not know, and names it', () => {
      const good = startValues(definition);
      for (const [name, field] of Object.entries(definition.fields)) {
        const bad = field.kind === 'amount' ? field.most + 1 : 'nothing of that kind';
        const places = valueProblems(definition, { ...good, [name]: bad }).map(
          (each) => each.field,
        );
        expect(places).toEqual([name]);
      }
      const [more] = valueProblems(definition, { ...good, surprise: 1 });
      expect(more?.field).toBe('surprise');
    });

    it('is the identity at amount 0, when it is switched off, and with neutral values', () => {
      const step = sampled(definition);
      expect(keyOf([{ ...step, amount: 0 }])).toBe(keyOf([]));
      expect(keyOf([{ ...step, shown: false }])).toBe(keyOf([]));
      const start = stepOf(definition);
      if (definition.neutral(startValues(definition))) expect(keyOf([start])).toBe(keyOf([]));
    });

    it('is the same by the twins and by the kernels', () => {
      const composition = scene([sampled(definition)]);
      const { twin, kernel } = byBoth(() => drawn(composition));
      expect(worst(twin, kernel)).toBeLessThan(2e-5);
    });

    it('is the same in tiles and as a whole, bit for bit', () => {
      const composition = scene([sampled(definition)]);
      for (const scale of [1, 2.3]) {
        const side = Math.ceil(SIDE * scale);
        const all = drawn(composition, { x: 0, y: 0, width: side, height: side }, scale);
        const apart = new Float32Array(all.length);
        for (const tile of tilesOf({ x: 0, y: 0, width: side, height: side }, 47)) {
          const part = drawn(composition, tile, scale);
          for (let y = 0; y < tile.height; y++) {
            const row = part.subarray(y * tile.width * 4, (y + 1) * tile.width * 4);
            apart.set(row, ((tile.y + y) * side + tile.x) * 4);
          }
        }
        expect(worst(all, apart)).toBe(0);
      }
    });

    it('looks alike at half the scale', () => {
      const composition = scene([sampled(definition)]);
      const whole = drawn(composition);
      const half = drawn(composition, { ...WHOLE, width: SIDE / 2, height: SIDE / 2 }, 0.5);
      let total = 0;
      for (let y = 0; y < SIDE / 2; y++) {
        for (let x = 0; x < SIDE / 2; x++) {
          for (let c = 0; c < 3; c++) {
            const at = (dx: number, dy: number) =>
              whole[((2 * y + dy) * SIDE + 2 * x + dx) * 4 + c] as number;
            const mean = (at(0, 0) + at(1, 0) + at(0, 1) + at(1, 1)) / 4;
            total += Math.abs(mean - (half[(y * (SIDE / 2) + x) * 4 + c] as number));
          }
        }
      }
      expect(total / (3 * (SIDE / 2) ** 2)).toBeLessThan(0.006);
    });

    it('turns into no NaN and stays within what can be shown, whatever its values', () => {
      const region = growRect(WHOLE, 4);
      fc.assert(
        fc.property(anyValues(definition), (values) => {
          const data = drawn(scene([stepOf(definition, values)]), region);
          expect(data.every((value) => value >= 0 && value <= 1 + 1e-5)).toBe(true);
        }),
        { numRuns: 12 },
      );
    });
  },
);

describe('a chain', () => {
  const step = (kind: string, values: Record<string, unknown>): Step => {
    const found = STEPS.find(({ definition }) => definition.kind === kind)?.definition;
    if (!found) throw new Error(`There is no step ${kind}.`);
    return newStep(found, values);
  };
  const middle = (data: Float32Array) =>
    data.subarray((60 * SIDE + 60) * 4, (60 * SIDE + 60) * 4 + 4);
  const at = (data: Float32Array, x: number, y: number) => data[(y * SIDE + x) * 4] as number;

  it('loses nothing above white: three stops up and down again give what there was', () => {
    const there = drawn(scene([step('exposure', { stops: 3 }), step('exposure', { stops: -3 })]));
    expect(worst(there, drawn(scene([])))).toBeLessThan(1e-5);
    const lighter = drawn(scene([step('exposure', { stops: 3 })]));
    expect(worst(there, lighter)).toBeGreaterThan(0.3);
  });

  it('goes in order', () => {
    const [a, b] = [step('invert', {}), step('levels', { black: 0.4 })];
    expect(worst(middle(drawn(scene([a, b]))), middle(drawn(scene([b, a]))))).toBeGreaterThan(0.1);
  });

  it('mixes a step by its amount and its mask', () => {
    const whole = step('exposure', { stops: 1 });
    const [none, all] = [drawn(scene([])), drawn(scene([whole]))];
    const half = drawn(scene([{ ...whole, amount: 0.5 }]));
    for (let i = 0; i < none.length; i += 997) {
      expect(half[i]).toBeCloseTo(((none[i] as number) + (all[i] as number)) / 2, 4);
    }
    const masked = drawn(scene([{ ...whole, maskUse: { ...use, lies: [0.5, 0, 0, 0.5, 0, 0] } }]));
    expect(at(masked, 30, 30)).toBeCloseTo(at(all, 30, 30), 4);
    expect(at(masked, 80, 80)).toBe(at(none, 80, 80));
  });

  it('blends a step as a layer would be', () => {
    const darker = drawn(scene([{ ...step('invert', {}), blending: 'darken' }]));
    const [none, inverted] = [drawn(scene([])), drawn(scene([step('invert', {})]))];
    const least = Math.min(at(none, 60, 60), at(inverted, 60, 60));
    expect(at(darker, 60, 60)).toBeCloseTo(least, 4);
  });

  it('of a glass changes all that lies behind it, within its mask', () => {
    const below = scene([]);
    const glass = {
      ...plainLayer('glass', 'Glass', { kind: 'glass' as const }, placedAt({ x: 0, y: 0 })),
      steps: [step('invert', {})],
      maskUse: use,
    };
    const covered = laidOut(below, [...Object.values(below.layers), glass], [OVAL, HIDDEN]);
    const [was, is] = [drawn(below), drawn(covered)];
    expect(at(is, 60, 60)).not.toBeCloseTo(at(was, 60, 60), 2);
    expect(at(is, 3, 3)).toBe(at(was, 3, 3));
  });

  it('blurs what shows only: what the mask hides does not bleed in', () => {
    // Above the oval the photograph is made white by a step.
    const white = { ...step('exposure', { stops: 8 }), maskUse: hiddenUse };
    const clean = drawn(scene([step('blur', { size: 12 })]));
    const spoilt = drawn(scene([white, step('blur', { size: 12 })]));
    expect(at(spoilt, 60, 60)).toBeCloseTo(at(clean, 60, 60), 4);
    expect(at(spoilt, 60, 22)).toBeCloseTo(at(clean, 60, 22), 3);
    const softened = drawn(scene([white, step('blur', { size: 12, edge: 'softened' })]));
    expect(at(softened, 60, 22)).toBeLessThan(0.9);
  });

  it('softens the edge of a thing when asked to, and keeps it otherwise', () => {
    const kept = drawn(scene([step('blur', { size: 10 })]));
    const soft = drawn(scene([step('blur', { size: 10, edge: 'softened' })]));
    const none = drawn(scene([]));
    expect(at(kept, 2, 60)).toBe(at(none, 2, 60));
    expect(at(soft, 12, 60)).not.toBeCloseTo(at(none, 12, 60), 3);
  });

  it('glows beyond the edge of a thing whose content is at nought, and leaves it empty', () => {
    const glowing = scene([step('glow', { size: 20, solid: 0.5 })]);
    const thing = { ...(glowing.layers.thing as object), contentOpacity: 0 } as never;
    const empty = { ...glowing, layers: { ...glowing.layers, thing } };
    const [ground, lit] = [drawn(scene([])), drawn(empty)];
    expect(at(lit, 16, 60)).toBeGreaterThan(at(ground, 16, 60) + 0.05);
    // The middle shows the ground behind: the glow is outside, the content is not there.
    expect(at(lit, 60, 60)).toBeCloseTo(at(ground, 2, 2), 3);
  });

  it('spreads tones by what the thing shows, not by what its mask hides', () => {
    const spread = step('auto-levels', { darks: 0, lights: 0 });
    const bright = { ...step('exposure', { stops: 4 }), maskUse: hiddenUse };
    const [plain, spoilt] = [drawn(scene([spread])), drawn(scene([bright, spread]))];
    expect(worst(middle(plain), middle(spoilt))).toBeLessThan(1e-4);
    // Where it shows, it does count.
    const shown = drawn(scene([step('exposure', { stops: 1.5 }), spread]));
    expect(worst(middle(plain), middle(shown))).toBeGreaterThan(0.01);
  });
});
