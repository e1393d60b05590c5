import { oklabOfLight } from '@diplex/imaging';
import { decodeExactly, lightRow, stopKernels } from '@diplex/kernels';
import fc from 'fast-check';
import { afterAll, describe, expect, it } from 'vitest';
import { clipped } from './clip-view/compute';
import type { PickedColour } from './definition';
import { bandWeights } from './hue-bands/compute';
import { hueOf } from './hue-bands/definition';
import { leveled, levelingOf } from './levels/channels';
import { recovered } from './lights-darks/compute';
import { newStep } from './new-step';
import { presentValues, valueProblems } from './step-values';
import { definitionOf } from './table';
import { through } from './through.test-support';
import { toneShares } from './tone-shares';
import { tintAt } from './tone-tint/compute';

type Colour = readonly [number, number, number];

const labOf = ([r = 0, g = 0, b = 0]: readonly number[]) => {
  const lab = new Float64Array(3);
  oklabOfLight(r, g, b, lab);
  return lab;
};

const picked = (
  kind: string,
  pick: string,
  colour: PickedColour,
  values: Record<string, unknown> = {},
  on = '',
) => {
  const definition = definitionOf(kind);
  const whole = presentValues(newStep(definition, values));
  const given = definition.picks?.[pick]?.take(whole, colour, on);
  if (typeof given !== 'object') return given;
  expect(valueProblems(definition, { ...whole, ...given })).toEqual([]);
  return { ...whole, ...given } as Record<string, unknown>;
};

afterAll(stopKernels);

describe('Levels by example', () => {
  const made = (values: unknown, colour: PickedColour) =>
    (['red', 'green', 'blue'] as const).map((name, c) => {
      const of = (channel: 'all' | typeof name) =>
        levelingOf(values as Record<string, unknown>, channel);
      return leveled(leveled(colour[c] as number, of(name)), of('all'));
    });

  it('make a place black, another white, and a third neutral, all at once', () => {
    const [dark, light, mid]: PickedColour[] = [
      [0.1, 0.07, 0.12],
      [0.92, 0.88, 0.8],
      [0.55, 0.48, 0.42],
    ];
    let values = picked('levels', 'black', dark as PickedColour) as Record<string, unknown>;
    values = picked('levels', 'white', light as PickedColour, values) as Record<string, unknown>;
    values = picked('levels', 'neutral', mid as PickedColour, values) as Record<string, unknown>;
    expect(made(values, dark as PickedColour).every((v) => Math.abs(v) < 1e-3)).toBe(true);
    expect(made(values, light as PickedColour).every((v) => Math.abs(v - 1) < 1e-3)).toBe(true);
    const [r = 0, g = 0, b = 0] = made(values, mid as PickedColour);
    expect(Math.max(r, g, b) - Math.min(r, g, b)).toBeLessThan(1e-3);
  });

  it('give a place the grey that it is known to have, whatever all channels do', () => {
    const card: PickedColour = [0.3, 0.36, 0.41];
    const start = { grey: 0.466, middle: 1.4, black: 0.05, lightest: 0.9 };
    const values = picked('levels', 'grey', card, start);
    for (const value of made(values, card)) expect(value).toBeCloseTo(0.466, 3);
  });

  it('say why a place gives nothing', () => {
    expect(picked('levels', 'neutral', [1, 1, 1])).toMatch(/middle tone/);
  });

  it('open values of the first version as what they drew', () => {
    const first = { channel: 'green', black: 0.1, middle: 1.2, white: 0.9 };
    const step = {
      ...newStep(definitionOf('levels')),
      version: 1,
      values: { ...first, darkest: 0, lightest: 1 },
    };
    const values = presentValues(step) as Record<string, unknown>;
    expect(valueProblems(definitionOf('levels'), values)).toEqual([]);
    const own = { black: 0.1, middle: 1.2, white: 0.9, darkest: 0, lightest: 1 };
    expect(made(values, [0.3, 0.5, 0.7])).toEqual([0.3, leveled(0.5, own), 0.7]);
  });
});

describe('Hue bands', () => {
  const band = (hue: number, width: number, falloff: number) => ({
    ...{ hue, width, falloff, turn: 0, saturation: 0, lightness: 0 },
  });

  it('never have more than one of a hue between them, and all of it where they are full', () => {
    const degrees = fc.double({ min: 0, max: 360, noNaN: true });
    const bands = fc.array(
      fc.tuple(
        degrees,
        fc.double({ min: 0, max: 200, noNaN: true }),
        fc.integer({ min: 1, max: 90 }),
      ),
      { minLength: 1, maxLength: 6 },
    );
    fc.assert(
      fc.property(bands, degrees, (made, hue) => {
        const weights = bandWeights(
          made.map(([centre, width, falloff]) => band(centre, width, falloff)),
          hue,
        );
        const sum = weights.reduce((all, weight) => all + weight, 0);
        expect(sum).toBeLessThanOrEqual(1 + 1e-9);
        const [centre, width] = made[0] as [number, number, number];
        const way = Math.abs(centre - hue) % 360;
        if (Math.min(way, 360 - way) < width / 2) expect(sum).toBeCloseTo(1, 9);
      }),
    );
  });

  it('go smoothly from all to nothing, over their fall-off', () => {
    const at = (hue: number) => bandWeights([band(350, 20, 40)], hue)[0] as number;
    expect([at(350), at(359), at(341)]).toEqual([1, 1, 1]);
    expect(at(20)).toBeCloseTo(0.5, 9);
    expect([at(40), at(180)]).toEqual([0, 0]);
  });

  it('get their centre from the picture, and none from a grey', () => {
    const values = picked(
      'hue-bands',
      'centre',
      [0.8, 0.2, 0.15],
      { bands: [band(0, 40, 30)] },
      '0',
    );
    const [first] = (values as { bands: { hue: number }[] }).bands;
    expect(Math.abs((first?.hue ?? 0) - (hueOf([0.8, 0.2, 0.15]) as number))).toBeLessThan(0.51);
    expect(picked('hue-bands', 'centre', [0.5, 0.5, 0.5], {}, '0')).toMatch(/grey/);
  });

  it('refuse a band that is not whole, and say which', () => {
    const definition = definitionOf('hue-bands');
    const whole = presentValues(newStep(definition, { bands: [band(0, 40, 30)] }));
    const bad = { ...whole, bands: [band(0, 40, 30), { ...band(0, 40, 30), hue: 400 }] };
    expect(valueProblems(definition, bad)[0]?.says).toMatch(/Centre of band 2/);
    const short = { ...whole, bands: [{ hue: 3 }] };
    expect(valueProblems(definition, short)[0]?.says).toMatch(/in its band 1/);
  });
});

describe('Colour gel', () => {
  const colour = { r: 230, g: 120, b: 40 };

  it('lets as much of each light through as its colour does, to the power of its density', () => {
    const light: Colour = [0.5, 0.4, 0.3];
    const [made = []] = through([light], ['colour-gel', { colour, density: 2, keepLightness: 0 }]);
    const through2 = [230, 120, 40].map((value) => decodeExactly(value / 255) ** 2);
    for (let c = 0; c < 3; c++) {
      expect(made[c]).toBeCloseTo((light[c] as number) * (through2[c] as number), 5);
    }
  });

  it('keeps luminance when asked to', () => {
    const luminance = ([r = 0, g = 0, b = 0]: readonly number[]) =>
      0.2126 * r + 0.7152 * g + 0.0722 * b;
    const light: Colour = [0.3, 0.5, 0.2];
    const [made = []] = through([light], ['colour-gel', { colour, density: 0.8 }]);
    expect(luminance(made)).toBeCloseTo(luminance(light), 5);
    expect((made[0] as number) / (made[2] as number)).toBeGreaterThan(3);
  });
});

describe('Tone tint', () => {
  const colours = [
    { at: 0.1, colour: { r: 20, g: 30, b: 80 } },
    { at: 0.6, colour: { r: 200, g: 90, b: 90 } },
    { at: 1, colour: { r: 255, g: 240, b: 200 } },
  ];
  const greyOf = (lightness: number): Colour => {
    const pixel = Float32Array.from([lightness, 0, 0, 1]);
    lightRow(pixel);
    return [pixel[0] as number, pixel[1] as number, pixel[2] as number];
  };

  it('gives each colour where it stands, and mixes straight between two', () => {
    const made = through([0.05, 0.1, 0.35, 0.6, 1].map(greyOf), ['tone-tint', { colours }]);
    const want = (i: number) => {
      const { r, g, b } = colours[i]?.colour ?? { r: 0, g: 0, b: 0 };
      return labOf([r, g, b].map((value) => decodeExactly(value / 255)));
    };
    const near = (i: number, lab: ArrayLike<number>) => {
      const is = labOf(made[i] as number[]);
      for (let c = 0; c < 3; c++) expect(is[c]).toBeCloseTo(lab[c] as number, 3);
    };
    near(0, want(0));
    near(1, want(0));
    near(3, want(1));
    near(4, want(2));
    near(
      2,
      [0, 1, 2].map((c) => ((want(0)[c] as number) + (want(1)[c] as number)) / 2),
    );
    expect(tintAt({ colours, lightness: 'colours' }, 2)[0]).toBeCloseTo(want(2)[0] as number, 6);
  });

  it('keeps the lightness of the picture when asked to', () => {
    const [made = []] = through([greyOf(0.35)], ['tone-tint', { colours, lightness: 'picture' }]);
    expect(labOf(made)[0]).toBeCloseTo(0.35, 3);
    expect(Math.hypot(labOf(made)[1] ?? 0, labOf(made)[2] ?? 0)).toBeGreaterThan(0.02);
  });

  it('refuses colours that do not stand from dark to light', () => {
    const definition = definitionOf('tone-tint');
    const values = { ...presentValues(newStep(definition)), colours: [...colours].reverse() };
    expect(valueProblems(definition, values)[0]?.field).toBe('colours');
  });
});

describe('Colour balance', () => {
  it('shares every lightness to one between darks, mids and lights', () => {
    for (let i = 0; i <= 100; i++) {
      const shares = toneShares(i / 100);
      expect(shares.every((share) => share >= 0)).toBe(true);
      expect(shares.reduce((all, share) => all + share)).toBeCloseTo(1, 12);
    }
  });

  it('moves the colour of lights alone, and no lightness', () => {
    const greys = [0.02, 0.85].map((v): Colour => [v, v, v]);
    const [dark = [], light = []] = through(greys, ['colour-balance', { lightsYellow: 1 }]);
    expect(labOf(dark)[2]).toBeCloseTo(0, 3);
    expect(labOf(light)[2]).toBeGreaterThan(0.09);
    expect(labOf(light)[0]).toBeCloseTo(labOf([0.85, 0.85, 0.85])[0] as number, 3);
  });
});

describe('Lights and darks', () => {
  it('leave middle tones, hold lights back and open darks, and never turn tones round', () => {
    const values = { lights: 1, darks: 1, radius: 40 };
    expect(Math.abs(recovered(-2.5, values))).toBeLessThan(0.4);
    expect(recovered(0, values)).toBeLessThan(-1);
    expect(recovered(-6, values)).toBeGreaterThan(1);
    let last = -100;
    for (let base = -9; base <= 1; base += 0.01) {
      const made = base + recovered(base, values);
      expect(made).toBeGreaterThan(last);
      last = made;
    }
  });
});

describe('Clip view', () => {
  it('shows what is burnt out, what is blocked, and nothing of what lies between', () => {
    const values = { show: 'both' as const, lights: 0.9, darks: 0.1 };
    expect([1, 0.95, 0.5, 0.05, 0].map((v) => clipped(v, values))).toEqual([1, 1, 0.5, 0, 0]);
    expect(clipped(1, { ...values, show: 'darks' })).toBe(0.5);
  });
});
