import { oklabOfLight } from '@diplex/imaging';
import { decodeExactly, encodeExactly, stopKernels } from '@diplex/kernels';
import { worst } from '@diplex/kernels/test-support';
import fc from 'fast-check';
import { afterAll, describe, expect, it } from 'vitest';
import { percentiles } from './auto-levels/compute';
import { HISTOGRAM_BINS } from './computation';
import { curveThrough } from './curves/curve-through';
import { startValues } from './definition';
import type { CurvePoints } from './fields';
import { valueProblems } from './step-values';
import { definitionOf } from './table';
import { through } from './through.test-support';
import { vignetteGain } from './vignette/compute';
import { balanceFor, balanceMatrix } from './white-balance/balance';

afterAll(stopKernels);

const RAMP = Array.from({ length: 64 }, (_, i) => i / 63);

const grey = (value: number) => [value, value, value];

/** What a step makes of encoded greys. */
function tones(kind: string, values: Record<string, unknown>): number[] {
  return through(
    RAMP.map((value) => grey(decodeExactly(value))),
    [kind, values],
  ).map(([value = 0]) => (value <= 1 ? encodeExactly(Math.max(0, value)) : 1));
}

describe('Levels', () => {
  it('follow their formula on a ramp', () => {
    const made = tones('levels', { black: 0.1, middle: 1.6, white: 0.8, darkest: 0.05 });
    RAMP.forEach((value, i) => {
      const spread = (value - 0.1) / 0.7;
      const toned = spread > 0 ? spread ** (1 / 1.6) : spread;
      const expected = Math.max(0, Math.min(1, 0.05 + toned * 0.95));
      expect(Math.abs((made[i] ?? 0) - expected)).toBeLessThan(0.004);
    });
  });

  it('change one channel alone when asked to', () => {
    const [made = []] = through([[0.2, 0.3, 0.4]], ['levels', { greenWhite: 0.7 }]);
    expect(made[0]).toBeCloseTo(0.2, 5);
    expect(made[1]).toBeGreaterThan(0.5);
    expect(made[2]).toBeCloseTo(0.4, 5);
  });

  it('refuse a white point that does not lie above the black point', () => {
    const values = { ...startValues(definitionOf('levels')), black: 0.6, white: 0.6 };
    expect(valueProblems(definitionOf('levels'), values)[0]?.field).toBe('white');
  });
});

describe('Exposure', () => {
  it('doubles light with every stop, above white too, and back', () => {
    const [made] = through([[0.1, 0.6, 0.9]], ['exposure', { stops: 2 }]);
    expect(worst(made ?? [], [0.4, 2.4, 3.6])).toBeLessThan(1e-6);
    const [back] = through(
      [[0.1, 0.6, 0.9]],
      ['exposure', { stops: 5 }],
      ['exposure', { stops: -5 }],
    );
    expect(worst(back ?? [], [0.1, 0.6, 0.9])).toBeLessThan(1e-6);
  });

  it('keeps what lies above white through steps on encoded values', () => {
    const [back] = through(
      [[0.7, 0.9, 0.3]],
      ...([
        ['exposure', { stops: 3 }],
        ['invert', {}],
        ['invert', {}],
        ['exposure', { stops: -3 }],
      ] as const),
    );
    expect(worst(back ?? [], [0.7, 0.9, 0.3])).toBeLessThan(1e-4);
  });
});

describe('White balance', () => {
  const amounts = fc.double({ min: -100, max: 100, noNaN: true });

  it('makes warmer and cooler, and the one takes the other back', () => {
    const [warm = []] = through([grey(0.5)], ['white-balance', { temperature: 60 }]);
    expect((warm[0] ?? 0) - (warm[2] ?? 0)).toBeGreaterThan(0.1);
    fc.assert(
      fc.property(amounts, amounts, (temperature, tint) => {
        const colour = [0.3, 0.5, 0.2];
        const [back = []] = through(
          [colour],
          ['white-balance', { temperature, tint }],
          ['white-balance', { temperature: -temperature, tint: -tint }],
        );
        expect(worst(back, colour)).toBeLessThan(1e-5);
      }),
    );
  });

  it('finds the amounts that make a colour neutral', () => {
    fc.assert(
      fc.property(amounts, amounts, fc.double({ min: 0.05, max: 0.9, noNaN: true }), (t, p, l) => {
        const cast = balanceMatrix(t, p).map((row) => l * (row[0] + row[1] + row[2]));
        fc.pre(Math.min(...cast) > 0.005);
        const found = balanceFor(cast as unknown as readonly [number, number, number]);
        expect(found?.temperature).toBeCloseTo(-t, 3);
        expect(found?.tint).toBeCloseTo(-p, 3);
        const [made = []] = through([cast], ['white-balance', { ...found }]);
        expect(Math.max(...made) - Math.min(...made)).toBeLessThan(1e-4);
      }),
    );
    expect(balanceFor([0, 0, 0])).toBeNull();
  });

  it('leaves a neutral grey about as light as it was', () => {
    for (const temperature of [-60, -20, 20, 60]) {
      const [made = []] = through([grey(0.4)], ['white-balance', { temperature }]);
      const luminance = 0.2126 * (made[0] ?? 0) + 0.7152 * (made[1] ?? 0) + 0.0722 * (made[2] ?? 0);
      expect(Math.abs(luminance - 0.4)).toBeLessThan(0.02);
    }
  });
});

describe('Curves', () => {
  const rising = fc
    .array(fc.tuple(fc.nat(100), fc.double({ min: 0, max: 1, noNaN: true })), {
      minLength: 2,
      maxLength: 8,
    })
    .map((points): CurvePoints => {
      const xs = [...new Set(points.map(([x]) => x))].sort((a, b) => a - b);
      const ys = points.map(([, y]) => y).sort((a, b) => a - b);
      return xs.map((x, i) => [x / 100, ys[i] ?? 1]);
    })
    .filter((points) => points.length >= 2);

  it('go through their points and never fall between points that rise', () => {
    fc.assert(
      fc.property(rising, (points) => {
        const curve = curveThrough(points);
        for (const [x, y] of points) expect(curve(x)).toBeCloseTo(y, 9);
        let last = -1;
        for (let i = 0; i <= 500; i++) {
          const value = curve(i / 500);
          expect(value).toBeGreaterThanOrEqual(last - 1e-9);
          last = value;
        }
      }),
    );
  });

  it('are a straight line where their points lie on one', () => {
    const curve = curveThrough([
      [0, 0],
      [0.3, 0.3],
      [0.8, 0.8],
      [1, 1],
    ]);
    for (let i = 0; i <= 20; i++) expect(curve(i / 20)).toBeCloseTo(i / 20, 9);
  });

  it('of all channels and of one work on encoded values, one after the other', () => {
    const all: CurvePoints = [
      [0, 0.2],
      [1, 1],
    ];
    const made = tones('curves', { all });
    RAMP.forEach((value, i) => {
      expect(Math.abs((made[i] ?? 0) - (0.2 + 0.8 * value))).toBeLessThan(0.002);
    });
    const red: CurvePoints = [
      [0, 0],
      [1, 0.5],
    ];
    const [both = []] = through([grey(decodeExactly(0.5))], ['curves', { all, red }]);
    expect(encodeExactly(both[0] ?? 0)).toBeCloseTo(0.3, 3);
    expect(encodeExactly(both[1] ?? 0)).toBeCloseTo(0.6, 3);
  });

  it('of lightness keep the colour', () => {
    const lightness: CurvePoints = [
      [0, 0],
      [0.5, 0.7],
      [1, 1],
    ];
    const colour = [0.3, 0.1, 0.05];
    const [made = []] = through([colour], ['curves', { lightness }]);
    const gains = made.map((value, i) => value / (colour[i] ?? 1));
    expect(gains[0]).toBeGreaterThan(1.3);
    expect(Math.max(...gains) - Math.min(...gains)).toBeLessThan(1e-4);
  });
});

describe('Saturation', () => {
  const lab = (light: readonly number[]) => {
    const out = new Float64Array(3);
    oklabOfLight(light[0] ?? 0, light[1] ?? 0, light[2] ?? 0, out);
    return [...out];
  };

  it('multiplies chroma and keeps lightness and hue', () => {
    const colour = [0.4, 0.2, 0.1];
    const [made = []] = through([colour], ['saturation', { saturation: 0.3 }]);
    const [before, after] = [lab(colour), lab(made)];
    expect(after[0]).toBeCloseTo(before[0] ?? 0, 4);
    expect((after[1] ?? 0) / (before[1] ?? 1)).toBeCloseTo(1.3, 3);
    expect((after[2] ?? 0) / (before[2] ?? 1)).toBeCloseTo(1.3, 3);
  });

  it('at its least leaves grey', () => {
    const [made = []] = through([[0.4, 0.2, 0.1]], ['saturation', { saturation: -1 }]);
    expect(Math.max(...made) - Math.min(...made)).toBeLessThan(1e-4);
  });

  it('spares vivid colours and skin by choice', () => {
    const gain = (light: readonly number[], values: object) => {
      const [made = []] = through([light], ['saturation', { saturation: 0.6, ...values }]);
      const [before, after] = [lab(light), lab(made)];
      const chroma = ([, a = 0, b = 0]: number[]) => Math.hypot(a, b);
      return chroma(after) / chroma(before);
    };
    const [vivid, dull] = [[0.7, 0.05, 0.02] as const, [0.3, 0.27, 0.26] as const];
    expect(gain(vivid, {})).toBeCloseTo(1.6, 2);
    expect(gain(vivid, { spareVivid: 1 })).toBeLessThan(1.1);
    expect(gain(dull, { spareVivid: 1 })).toBeGreaterThan(1.5);
    const [skin, sky] = [[0.55, 0.33, 0.24] as const, [0.2, 0.35, 0.7] as const];
    expect(gain(skin, { spareSkin: 1 })).toBeLessThan(1.1);
    expect(gain(sky, { spareSkin: 1 })).toBeCloseTo(1.6, 2);
  });
});

describe('Monochrome mix, Tint and Invert', () => {
  it('make luminance, or so much of each channel', () => {
    const [grey = []] = through([[0.5, 0.25, 0.1]], ['monochrome', {}]);
    expect(
      worst(grey, new Array(3).fill(0.2126 * 0.5 + 0.7152 * 0.25 + 0.0722 * 0.1)),
    ).toBeLessThan(1e-6);
    const [red = []] = through([[0.5, 0.25, 0.1]], ['monochrome', { red: 1, green: 0, blue: 0 }]);
    expect(worst(red, [0.5, 0.5, 0.5])).toBeLessThan(1e-6);
  });

  it('tint with one hue at the luminance that there was', () => {
    const [made = []] = through([grey(0.3)], ['tint', { colour: { r: 40, g: 90, b: 200 } }]);
    const [r = 0, g = 0, b = 0] = made;
    expect(0.2126 * r + 0.7152 * g + 0.0722 * b).toBeCloseTo(0.3, 5);
    expect(b).toBeGreaterThan(r * 3);
  });

  it('invert encoded values, and twice is what there was', () => {
    const made = tones('invert', {});
    const off = RAMP.map((value, i) => Math.abs((made[i] ?? 0) - (1 - value)));
    expect(Math.max(...off)).toBeLessThan(1e-4);
    const [back = []] = through([[0.6, 0.2, 0.05]], ['invert', {}], ['invert', {}]);
    expect(worst(back, [0.6, 0.2, 0.05])).toBeLessThan(1e-4);
  });
});

describe('Vignette', () => {
  const values = { ...startValues(definitionOf('vignette')), strength: 1 } as never;

  it('leaves the middle and darkens all corners alike, three stops at most', () => {
    expect(vignetteGain(0.5, 0.5, 1.5, values)).toBe(1);
    const corners = [0, 1].flatMap((u) => [0, 1].map((v) => vignetteGain(u, v, 1.5, values)));
    for (const gain of corners) expect(gain).toBeCloseTo(corners[0] ?? 0, 9);
    expect(corners[0]).toBeLessThan(0.6);
    expect(corners[0]).toBeGreaterThanOrEqual(0.125);
  });

  it('is a circle when it is wholly round', () => {
    const round = { ...(values as object), roundness: 1 } as never;
    // The same way from the middle, across and down, in a frame twice as wide as high.
    expect(vignetteGain(0.5 + 0.2, 0.5, 2, round)).toBeCloseTo(
      vignetteGain(0.5, 0.5 + 0.4, 2, round),
      9,
    );
  });
});

describe('the colour of a vignette', () => {
  it('is what its corners go over into, black when nothing is said', () => {
    const grey = [[0.5, 0.5, 0.5]];
    const [dark = []] = through(grey, ['vignette', { strength: 1 }]);
    const [red = []] = through(grey, ['vignette', { strength: 1, colour: { r: 255, g: 0, b: 0 } }]);
    expect(dark[0]).toBeLessThan(0.3);
    expect(red[0]).toBeGreaterThan((dark[0] as number) + 0.3);
    expect(red[1]).toBeCloseTo(dark[1] as number, 6);
  });
});

describe('Auto levels', () => {
  it('find the values that shares of all pixels lie below and above', () => {
    const histogram = new Float32Array(HISTOGRAM_BINS * 4);
    for (let bin = 0; bin < HISTOGRAM_BINS; bin++) {
      const inside = bin >= 256 && bin < 768 ? 1 : 0;
      for (let c = 0; c < 3; c++) histogram[bin * 4 + c] = inside;
    }
    expect(percentiles(histogram, [0, 1, 2], 0, 0)).toEqual({ black: 0.25, white: 0.75 });
    const cut = percentiles(histogram, [0], 0.1, 0.25);
    expect(cut.black).toBeCloseTo(0.25 + 0.05, 2);
    expect(cut.white).toBeCloseTo(0.75 - 0.125, 2);
    expect(percentiles(new Float32Array(HISTOGRAM_BINS * 4), [0], 0, 0)).toEqual({
      black: 0,
      white: 1,
    });
  });
});
