import fc from 'fast-check';
import { afterAll, describe, expect, it } from 'vitest';
import { boxFilter } from './box-filter/box-filter';
import { BLEND_NAMES, compositeRows } from './composite/composite-rows';
import { compositeSamples } from './composite/composite-samples';
import { decodeRow } from './convert/decode-row';
import { encodePixels } from './convert/encode-pixels';
import { mergeStroke } from './dab/merge-stroke';
import { stampDab } from './dab/stamp-dab';
import { squaredDistances } from './distance/squared-distances';
import { MAP_NUMBERS, meanOfMaps } from './gather/mean-of-maps';
import { addSpan, runningSums, SPAN_UNIT } from './gather/running-sums';
import { samplePlaces } from './gather/sample-places';
import { byBoth, worst } from './kernels.test-support';
import { combineMasks, turnRound } from './masks/combine-masks';
import {
  inScratch,
  kernelsRun,
  sampleTable,
  scratchDoubles,
  scratchFloats,
  scratchIntegers,
  scratchSamples,
  scratchZeroes,
  stopKernels,
} from './memory/thread';
import { heldLight, lightNearby } from './nearby/light-nearby';
import { BRISTLE_PLACES, layStroke, RUN_NUMBERS, STROKE, STROKE_NUMBERS } from './paint/lay-stroke';
import { addPairs, meanRow } from './painted/mean-pairs';
import { clampToAlpha, resampleRow, weighRows } from './resample/resample-row';
import { sampleTurned } from './resample/sample-turned';
import { shearRow, slantOf } from './shear/shear-row';
import { transposePixels } from './shear/transpose-pixels';
import { gatherSides, SIDE_SUMS } from './sides/gather-sides';
import { addHalved } from './smooth/smooth-rows';
import { addWindow } from './sparse/add-window';
import { blockProduct } from './sparse/block-product';
import { gradientStep } from './sparse/gradient-step';
import { gradientTurn } from './sparse/gradient-turn';
import { CLUSTER_NUMBERS, UNMIX, UNMIX_NUMBERS } from './unmix/unmix-numbers';
import { unmixPixel } from './unmix/unmix-pixel';

/** Agreement in floats, and one step of 16 bits where the result is kept in 16 bits. */
const CLOSE = 1e-5;

const share = fc.double({ min: 0, max: 1, noNaN: true });
const space = fc.constantFrom('light' as const, 'encoded' as const);

/** Floats in the scratch, filled in. */
function floats(values: ArrayLike<number>): Float32Array {
  const made = scratchFloats(values.length);
  made.set(values);
  return made;
}

function integers(values: ArrayLike<number>): Int32Array {
  const made = scratchIntegers(values.length);
  made.set(values);
  return made;
}

function samples(values: ArrayLike<number>, bits: 8 | 16): Uint8Array | Uint16Array {
  const made = scratchSamples(values.length, bits);
  made.set(values);
  return made;
}

/** Does the work with the twins and with the kernels and compares plain copies of what it gives. */
function expectAgreement(work: () => ArrayLike<number>, within = CLOSE): void {
  const { twin, kernel } = byBoth(() => inScratch(() => Array.from(work())));
  expect(worst(twin, kernel)).toBeLessThanOrEqual(within);
}

/** Premultiplied pixels, from straight 8-bit ones. */
const pixels = (count: number) =>
  fc
    .array(fc.integer({ min: 0, max: 255 }), { minLength: count * 4, maxLength: count * 4 })
    .map((bytes) => bytes.map((byte, i) => (i % 4 === 3 ? byte / 255 : byte / 255)))
    .map((flat) =>
      flat.map((value, i) => (i % 4 === 3 ? value : value * (flat[i - (i % 4) + 3] as number))),
    );

afterAll(stopKernels);

describe('a kernel and its twin agree', () => {
  it.each(BLEND_NAMES)('compositing with %s', (mode) => {
    const layers = fc.integer({ min: 1, max: 11 }).chain((count) =>
      fc.record({
        backdrop: pixels(count),
        source: pixels(count),
        coverage: fc.option(fc.array(share, { minLength: count, maxLength: count })),
        opacity: share,
        space,
      }),
    );
    fc.assert(
      fc.property(layers, ({ backdrop, source, coverage, opacity, space }) => {
        expectAgreement(() => {
          const below = floats(backdrop);
          const cover = coverage ? floats(coverage) : null;
          compositeRows(mode, below, floats(source), cover, opacity, space);
          return below;
        });
      }),
    );
  });

  it.each(BLEND_NAMES)('compositing next to nothing with %s', (mode) => {
    expectAgreement(() => {
      const below = floats([0, 0, 0, 1e-40, 0.2, 0.1, 0, 0.5]);
      compositeRows(mode, below, floats([0, 0, 0, 1e-41, 0, 0, 0, 1e-39]), null, 1, 'light');
      return below;
    });
  });

  it.each(['replace', 'add', 'subtract', 'intersect'] as const)('masks by %s', (rule) => {
    const triple = fc.array(fc.tuple(share, share, share), { minLength: 1, maxLength: 13 });
    fc.assert(
      fc.property(triple, fc.boolean(), (values, everywhere) => {
        const plane = (at: 0 | 1 | 2) => floats(values.map((each) => each[at]));
        expectAgreement(() => {
          const below = plane(0);
          combineMasks(rule, below, plane(1), everywhere ? null : plane(2));
          return below;
        });
        expectAgreement(() => {
          const turned = plane(0);
          turnRound(turned, everywhere ? null : plane(1));
          return turned;
        });
      }),
    );
  });

  it('samples to floats and back, at 8 and 16 bits, with and without alpha', () => {
    const anySamples = fc.array(fc.integer({ min: 0, max: 65_535 }), {
      minLength: 12,
      maxLength: 60,
    });
    const channels = fc.constantFrom(3 as const, 4 as const);
    const bits = fc.constantFrom(8 as const, 16 as const);
    fc.assert(
      fc.property(anySamples, channels, bits, space, (values, channels, bits, space) => {
        const count = Math.floor(values.length / channels);
        const inRange = values.map((value) => (bits === 8 ? value >> 8 : value));
        const decoded = () => {
          const to = scratchFloats(count * 4);
          const table = sampleTable(bits, space);
          decodeRow(samples(inRange, bits), 0, channels, table, to, 0, count);
          return to;
        };
        expectAgreement(decoded, 0);
        // A step of the whole numbers at most, where a value lies between two of them.
        expectAgreement(() => {
          const back = samples(new Array(count * channels).fill(0), bits);
          encodePixels(decoded(), space, back, 0, channels);
          return back;
        }, 1);
        const { kernel } = byBoth(() =>
          inScratch(() => {
            const back = samples(new Array(count * 4).fill(0), bits);
            encodePixels(decoded(), space, back);
            return Array.from(back);
          }),
        );
        if (channels === 3) {
          const colours = kernel.filter((_, i) => i % 4 < 3);
          expect(colours).toEqual(inRange.slice(0, count * 3));
        }
      }),
    );
  });

  it('samples straight onto a backdrop, and as if they were decoded first', () => {
    const bytes = fc.array(fc.integer({ min: 0, max: 255 }), { minLength: 28, maxLength: 28 });
    const channels = fc.constantFrom(3 as const, 4 as const);
    fc.assert(
      fc.property(
        bytes,
        pixels(7),
        channels,
        share,
        space,
        (values, below, channels, opacity, space) => {
          const straight = () => {
            const backdrop = floats(below);
            const run = { samples: samples(values, 8), offset: 0, channels };
            compositeSamples(backdrop, 0, run, opacity, space, 7);
            return backdrop;
          };
          expectAgreement(straight);
          const { kernel } = byBoth(() =>
            inScratch(() => {
              const backdrop = floats(below);
              const row = scratchFloats(28);
              decodeRow(samples(values, 8), 0, channels, sampleTable(8, space), row, 0, 7);
              compositeRows('normal', backdrop, row, null, opacity, space);
              return [Array.from(backdrop), Array.from(straight())];
            }),
          );
          expect(kernel[0]).toEqual(kernel[1]);
        },
      ),
    );
  });

  it('resampling along rows and down columns', () => {
    const widths = fc.record({
      from: fc.integer({ min: 6, max: 20 }),
      count: fc.integer({ min: 1, max: 6 }),
    });
    fc.assert(
      fc.property(
        widths,
        pixels(20),
        fc.array(share, { minLength: 60, maxLength: 60 }),
        (size, row, weights) => {
          const outputs = 10;
          const first = Array.from(
            { length: outputs },
            (_, i) => (i * 3) % (size.from - size.count + 1),
          );
          const taps = () => ({
            count: size.count,
            first: integers(first),
            weight: floats(weights.slice(0, outputs * size.count)),
          });
          expectAgreement(() => {
            const to = scratchFloats(outputs * 4);
            resampleRow(floats(row), taps(), to, 0);
            return to;
          });
          expectAgreement(() => {
            const to = scratchFloats(16);
            weighRows(floats(row), 16, integers([4, 0, 2]), floats(weights.slice(0, 3)), to, 0);
            return to;
          });
          expectAgreement(() => {
            const wild = floats(row.map((value, i) => value * 3 - (weights[i % 60] ?? 0)));
            clampToAlpha(wild);
            return wild;
          });
        },
      ),
    );
  });

  it('sampling through affine and projective maps', () => {
    const [width, height, phases] = [16, 12, 8];
    const table = () => ({
      ...{ phases, count: 4, first: integers(new Array(phases + 1).fill(-1)) },
      weight: floats(
        Array.from({ length: (phases + 1) * 4 }, (_, i) => [0.1, 0.5, 0.3, 0.1][i % 4] as number),
      ),
    });
    const turn = fc.double({ min: -3, max: 3, noNaN: true });
    const tilt = fc.constantFrom(0, 0.004, -0.01);
    fc.assert(
      fc.property(pixels(width * height), turn, tilt, (data, angle, w) => {
        const [c, s] = [Math.cos(angle), Math.sin(angle)];
        const map = Float64Array.of(c, -s, 4, s, c, 3, w, w / 2, 1);
        expectAgreement(() => {
          const to = { x: -2, y: -1, width: 9, height: 7, data: scratchFloats(63 * 4) };
          const from = { x: 1, y: -2, width, height, data: floats(data) };
          const nine = scratchDoubles(9);
          nine.set(map);
          sampleTurned(from, nine, table(), table(), to);
          return to.data;
        });
      }),
    );
  });

  it('box filters, whatever the extent', () => {
    const extent = fc.integer({ min: 1, max: 30 });
    const radius = fc.integer({ min: 0, max: 12 });
    fc.assert(
      fc.property(extent, extent, radius, share, (width, height, r, fringe) => {
        const plane = Array.from({ length: width * height }, (_, i) => ((i * 7919) % 97) / 96);
        expectAgreement(() => {
          const filtered = floats(plane);
          boxFilter(filtered, width, height, r, fringe);
          return filtered;
        });
      }),
    );
  });

  it('dabs and strokes, to one step of 16 bits', () => {
    const side = 32;
    const dabs = fc.array(
      fc.record({
        x: fc.double({ min: -8, max: 40, noNaN: true }),
        y: fc.double({ min: -8, max: 40, noNaN: true }),
        radius: fc.double({ min: 0.5, max: 14, noNaN: true }),
        ...{ softness: share, flow: share, cap: share },
      }),
      { minLength: 1, maxLength: 3 },
    );
    fc.assert(
      fc.property(
        dabs,
        fc.double({ min: 0.4, max: 2, noNaN: true }),
        fc.boolean(),
        (list, grow, over) => {
          const ground = Array.from({ length: side * side * 2 }, (_, i) => (i * 40_503) % 65_536);
          expectAgreement(() => {
            const tile = samples(new Array(side * side).fill(0), 16) as Uint16Array;
            for (const dab of list) {
              stampDab(tile, side, 0, 0, dab, [grow, 0.1, -0.1, grow], [1, 2, 30, 29]);
            }
            return tile;
          }, list.length);
          expectAgreement(() => {
            const stroke = samples(ground.slice(0, side * side), 16) as Uint16Array;
            const merged = samples(ground, 16) as Uint16Array;
            const before = over ? (samples(ground, 16) as Uint16Array) : null;
            mergeStroke(stroke, before, merged, side, [3, 0, 31, 30], 65_535);
            return merged;
          }, 1);
        },
      ),
    );
  });

  it('steps of conjugate gradients over blocks of pixels', () => {
    const numbers = fc.array(fc.double({ min: -1, max: 1, noNaN: true }), {
      ...{ minLength: 300, maxLength: 300 },
    });
    fc.assert(
      fc.property(numbers, share, (values, step) => {
        const value = (i: number) => values[i % values.length] as number;
        const some = (count: number, from: number) =>
          floats(Array.from({ length: count }, (_, i) => value(i + from)));
        expectAgreement(() => {
          // Two blocks in a row and one below, in a grid of 16 columns.
          const places = integers([36, 40, 52]);
          const matrix = { blocks: 3, places, factors: some(300, 0), stride: 16, cells: 128 };
          const along = some(128, 11);
          const product = floats(new Array(12).fill(0));
          const said = scratchDoubles(2).fill(0);
          blockProduct(matrix, along, product, said);
          const dot = said[0] as number;
          const inverse = some(12, 3).map(Math.abs);
          const held = floats(inverse);
          const vectors = { x: some(12, 7), left: some(12, 19), product, inverse: held, along };
          gradientStep(matrix, vectors, step, said);
          gradientTurn(matrix, vectors, step);
          return [dot, ...said, ...product, ...vectors.x, ...vectors.left, ...along];
        });
      }),
    );
  });

  it('means of painted pairs', () => {
    const pairs = fc.array(fc.integer({ min: 0, max: 65_535 }), { minLength: 26, maxLength: 26 });
    fc.assert(
      fc.property(pairs, share, (values, weight) => {
        expectAgreement(() => {
          const sums = scratchZeroes(26);
          const row = samples(values, 16) as Uint16Array;
          addPairs(row, 0, weight, sums, { from: 0, count: 13 });
          addPairs(row, 4, 1 - weight, sums, { from: 2, count: 7 });
          const [value, applies] = [scratchFloats(5), scratchFloats(5)];
          const taps = {
            ...{ count: 3, first: integers([0, 2, 4, 9, 10]) },
            weight: floats(Array.from({ length: 15 }, (_, i) => ((i % 3) + 1) / 6)),
          };
          meanRow(sums, taps, value, applies, 0);
          return [...value, ...applies];
        });
      }),
    );
  });

  it('squared distances, against looking at every pixel too', () => {
    const starts = fc.array(fc.constantFrom(1e9, 1e9, 1e9, 0, 0.04, 0.25), {
      minLength: 12 * 8,
      maxLength: 12 * 8,
    });
    fc.assert(
      fc.property(starts, (plane) => {
        fc.pre(plane.some((start) => start < 1e9));
        const slowly = plane.map((_, i) => {
          const near = plane.map((start, j) => {
            const dx = (i % 12) - (j % 12);
            const dy = Math.floor(i / 12) - Math.floor(j / 12);
            return start + dx * dx + dy * dy;
          });
          return Math.min(...near);
        });
        const work = () =>
          inScratch(() => {
            const filled = floats(plane);
            squaredDistances(filled, 12, 8);
            return Array.from(filled);
          });
        const { twin, kernel } = byBoth(work);
        expect(worst(twin, slowly)).toBeLessThan(1e-4);
        expect(worst(kernel, slowly)).toBeLessThan(1e-4);
      }),
    );
  });

  it('and the kernels were at work', () => {
    expect(byBoth(kernelsRun)).toEqual({ twin: false, kernel: true });
  });
});

describe('matting', () => {
  const dim = fc.double({ min: 0.002, max: 1, noNaN: true });
  const cluster = fc.tuple(dim, dim, dim, dim, fc.double({ min: 1e-4, max: 0.02, noNaN: true }));
  const side = fc.array(cluster, { minLength: 0, maxLength: 4 });

  it('unmixes a pixel', () => {
    fc.assert(
      fc.property(side, side, dim, dim, dim, (kept, dropped, r, g, b) => {
        expectAgreement(() => {
          const told = scratchDoubles(UNMIX_NUMBERS).fill(0);
          told[UNMIX.pure] = 0.3;
          for (const [clusters, count, from] of [
            [kept, UNMIX.keptCount, UNMIX.kept],
            [dropped, UNMIX.droppedCount, UNMIX.dropped],
          ] as const) {
            told[count] = clusters.length;
            clusters.forEach(([share, x, y, z, v], k) => {
              const spread = [v, v * 0.8, v * 0.7, v, v * 0.9, v];
              told.set([share, x, y, z, ...spread], from + k * CLUSTER_NUMBERS);
            });
          }
          unmixPixel(told, r, g, b);
          return [UNMIX.alpha, UNMIX.variance, UNMIX.explained].map((at) => told[at] as number);
        });
      }),
    );
  });

  it('adds what a window says to a matrix', () => {
    const colours = fc.array(share, { minLength: 27, maxLength: 27 });
    const known = fc.array(fc.boolean(), { minLength: 9, maxLength: 9 });
    fc.assert(
      fc.property(colours, known, (colours, known) => {
        expectAgreement(() => {
          const factors = scratchZeroes(3 * 4 * 25);
          const right = scratchZeroes(12);
          addWindow(
            {
              colours: floats(colours),
              settled: floats(colours.slice(0, 9)),
              slots: integers(known.map((each, k) => (each ? -1 : k))),
              room: scratchDoubles(54),
            },
            factors,
            right,
            1e-3,
          );
          return [...factors, ...right];
        }, 1e-4);
      }),
    );
  });
});

describe('gathering', () => {
  const anyPixels = (width: number, height: number) =>
    fc.array(share, { minLength: width * height * 4, maxLength: width * height * 4 });
  const [WIDTH, HEIGHT] = [13, 9];
  const part = (values: number[]) => ({
    ...{ x: -3, y: 2, width: WIDTH, height: HEIGHT },
    data: floats(values),
  });
  const blank = () => ({ x: -1, y: 3, width: 8, height: 6, data: scratchZeroes(8 * 6 * 4) });
  const place = fc.double({ min: -6, max: 20, noNaN: true });

  it('adds up spans of rows', () => {
    const end = fc.double({ min: -4, max: 5, noNaN: true });
    fc.assert(
      fc.property(anyPixels(20, 1), end, end, (values, a, b) => {
        const span = { from: Math.min(a, b), to: Math.max(a, b) };
        expectAgreement(() => {
          const sums = integers(new Array(84).fill(0));
          const to = scratchZeroes(8 * 4);
          runningSums(floats(values), 0, sums, 0, 20);
          addSpan(sums, 6, span, to, 0, 8);
          return to.map((value) => value * SPAN_UNIT);
        });
      }),
      { numRuns: 40 },
    );
  });

  it('takes means over maps', () => {
    fc.assert(
      fc.property(
        anyPixels(WIDTH, HEIGHT),
        fc.array(fc.tuple(share, place, place), { minLength: 1, maxLength: 4 }),
        (values, maps) => {
          expectAgreement(() => {
            const numbers = scratchDoubles(maps.length * MAP_NUMBERS);
            maps.forEach(([turn, x, y], i) => {
              const map = [Math.cos(turn), Math.sin(turn), -Math.sin(turn), Math.cos(turn), x, y];
              numbers.set([...map, 1 / maps.length], i * MAP_NUMBERS);
            });
            const to = blank();
            meanOfMaps(part(values), numbers, to);
            return to.data;
          });
        },
      ),
      { numRuns: 40 },
    );
  });

  it('shears rows, turns pictures over their diagonal, and halves rows', () => {
    const slope = fc.double({ min: -1.5, max: 1.5, noNaN: true });
    const base = fc.integer({ min: -12, max: 20 });
    fc.assert(
      fc.property(anyPixels(WIDTH, HEIGHT), slope, base, (values, slope, base) => {
        expectAgreement(() => {
          const to = scratchZeroes(22 * 4);
          shearRow(part(values), slantOf(slope, -8, 24), base, -6, to, 1, 20);
          return to;
        });
        expectAgreement(() => {
          const to = scratchFloats(values.length);
          transposePixels(floats(values), to, WIDTH, HEIGHT);
          return to;
        }, 0);
        for (const begins of ['left', 'right'] as const) {
          expectAgreement(() => {
            const to = scratchZeroes(8 * 4);
            addHalved(floats(values), WIDTH, begins, to, 1, WIDTH);
            addHalved(floats(values), 0, begins, to, 0, 2);
            return to;
          });
        }
      }),
      { numRuns: 40 },
    );
  });

  it('lays strokes of paint', () => {
    const way = fc.array(fc.tuple(place, place), { minLength: 1, maxLength: 12 });
    const colours = fc.tuple(share, share, share);
    const radius = fc.double({ min: 0.6, max: 6, noNaN: true });
    fc.assert(
      fc.property(anyPixels(WIDTH, HEIGHT), way, colours, radius, (values, runs, paint, radius) => {
        expectAgreement(() => {
          const numbers = scratchZeroes(STROKE_NUMBERS);
          const wide = Math.max(0.5, radius);
          numbers.set([radius, 0.8, 0.5, 0.04, 0.02, ...paint, runs.length]);
          numbers[STROKE.alone] = runs.length === 1 ? 1 : 0;
          numbers[STROKE.wide] = wide;
          runs.forEach(([x, y], k) => {
            const [dx, dy] = [Math.sin(k * 1.3) * radius, Math.cos(k * 1.3) * radius];
            const square = dx * dx + dy * dy;
            const run = [x, y, dx, dy, 1 / square, 1 / (Math.sqrt(square) * wide)];
            numbers.set(run, STROKE.firstRun + k * RUN_NUMBERS);
          });
          for (let k = 0; k < BRISTLE_PLACES; k++) {
            numbers[STROKE.bristleTable + k] = ((k * 37) % 11) / 10;
          }
          const data = floats(values);
          layStroke(data, WIDTH, HEIGHT, -2, 3, numbers);
          return data;
        });
      }),
      { numRuns: 60 },
    );
  });

  it('tells the light that shows nearby, and where none does', () => {
    const shown = fc.array(fc.constantFrom(0, 1e-5, 0.3, 1), { minLength: 18, maxLength: 18 });
    fc.assert(
      fc.property(anyPixels(9, 1), anyPixels(9, 1), shown, (own, gathered, alphas) => {
        const alpha = (values: number[], from: number) =>
          values.map((value, i) =>
            i % 4 === 3 ? (alphas[from + (i >> 2)] as number) : value - 0.2,
          );
        expectAgreement(() => {
          const data = floats(alpha(gathered, 9));
          const unknown = lightNearby(floats(alpha(own, 0)), data, 1e-4);
          heldLight(data);
          return [...data, unknown];
        });
      }),
      { numRuns: 40 },
    );
  });

  it('samples at places, near and far apart', () => {
    fc.assert(
      fc.property(
        anyPixels(WIDTH, HEIGHT),
        fc.array(place, { minLength: 126, maxLength: 126 }),
        fc.constantFrom(Number.POSITIVE_INFINITY, 6),
        (values, at, most) => {
          expectAgreement(() => {
            const places = scratchDoubles(126);
            places.set(at);
            const to = blank();
            samplePlaces([part(values), part(values.slice().reverse())], places, to, most);
            return to.data;
          });
        },
      ),
      { numRuns: 40 },
    );
  });

  it('gathering the two sides of an edge', () => {
    const one = fc.record({
      colours: pixels(15 * 15),
      coverage: fc.array(share, { minLength: 225, maxLength: 225 }),
      stride: fc.constantFrom(1, 2),
    });
    fc.assert(
      fc.property(one, ({ colours, coverage, stride }) => {
        expectAgreement(() => {
          const count = 3;
          const weights = floats(Array.from({ length: 49 }, (_, i) => 1 / (1 + i)));
          const sums = floats(new Float32Array(SIDE_SUMS));
          const around = { stride, count, weights };
          gatherSides(floats(colours), floats(coverage), 15, 7 * 15 + 7, around, sums);
          return sums;
        });
      }),
    );
  });
});
