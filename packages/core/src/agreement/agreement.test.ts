import { laidOut, newComposition, placedAt, plainLayer, type Step } from '@diplex/document';
import { encodeExactly } from '@diplex/kernels';
import { definitionOf, newStep } from '@diplex/steps';
import { describe, expect, it } from 'vitest';
import { Dice } from '../brush/dice';
import type { PixelReader } from '../pixels/pixel-reader';
import type { SourceLevel } from '../pixels/source-level';
import { tiled } from '../pixels/tiled-level';
import { type LightPatch, smoothed } from './light-patch';
import { openSky } from './open-sky';
import { Quantiles } from './quantiles';
import { agreementReading } from './reading';
import { AGREEMENT_ROWS, type Compared } from './rows';
import { surveyAgreement } from './survey';
import { proposalsOf, withAllTaken, withProposals } from './take-rows';

const [WIDTH, HEIGHT] = [272, 200];
const [SCENE, THING] = ['a'.repeat(64), 'b'.repeat(64)];

/** Linear light of a made-up scene: patches of many colours with soft texture and a few sharp edges. */
function world(): Float32Array {
  const dice = new Dice(11);
  const light = new Float32Array(WIDTH * HEIGHT * 3);
  const colours = Array.from({ length: 96 }, () => {
    const grey = 0.03 + 0.4 * ((dice.around() + 1) / 2) ** 2;
    return [0, 1, 2].map(() => grey * (1 + 0.5 * dice.around()));
  });
  for (let p = 0; p < WIDTH * HEIGHT; p++) {
    const [x, y] = [p % WIDTH, Math.floor(p / WIDTH)];
    const colour = colours[(Math.floor(x / 33) + 13 * Math.floor(y / 37)) % 96] as number[];
    const shade = 1 + 0.15 * Math.sin(x / 9) * Math.cos(y / 7);
    for (let c = 0; c < 3; c++) light[p * 3 + c] = (colour[c] as number) * shade;
  }
  return light;
}

/** A picture of 16 bits of linear light, with noise of a deviation in 255ths of encoded values. */
function photographed(light: Float32Array, noise = 0, seed = 3): SourceLevel {
  const dice = new Dice(seed);
  const data = Uint16Array.from(light, (value) => {
    let sum = 0;
    for (let k = 0; k < 6; k++) sum += dice.around();
    const encoded = encodeExactly(Math.min(1, value)) + (noise * sum) / Math.SQRT2 / 255;
    return Math.round(65_535 * Math.max(0, Math.min(1, encoded)));
  });
  return { width: WIDTH, height: HEIGHT, channels: 3, data };
}

function blurred(light: Float32Array, sigma: number): Float32Array {
  const reach = Math.ceil(3.5 * sigma);
  let from = light;
  for (const step of [1, WIDTH]) {
    const to = new Float32Array(from.length);
    for (let p = 0; p < WIDTH * HEIGHT; p++) {
      const [at, count] = step === 1 ? [p % WIDTH, WIDTH] : [Math.floor(p / WIDTH), HEIGHT];
      let all = 0;
      for (let k = -reach; k <= reach; k++) {
        if (at + k < 0 || at + k >= count) continue;
        const share = Math.exp((-k * k) / (2 * sigma * sigma));
        all += share;
        for (let c = 0; c < 3; c++) {
          to[p * 3 + c] =
            (to[p * 3 + c] as number) + share * (from[(p + k * step) * 3 + c] as number);
        }
      }
      for (let c = 0; c < 3; c++) to[p * 3 + c] = (to[p * 3 + c] as number) / all;
    }
    from = to;
  }
  return from;
}

/** The same picture twice, one of them changed, both by themselves: the thing lies over all of the scene. */
function pair(thing: SourceLevel, scene: SourceLevel, chain: readonly Step[] = []) {
  const canvas = { width: WIDTH, height: HEIGHT };
  const photo = (source: string) => ({ kind: 'photo' as const, source, size: canvas });
  const middle = placedAt({ x: WIDTH / 2, y: HEIGHT / 2 });
  const layers = [
    plainLayer('scene', 'Scene', photo(SCENE as string), middle),
    { ...plainLayer('thing', 'Thing', photo(THING as string), middle), steps: chain },
  ];
  const composition = laidOut({ ...newComposition('Pair', canvas), mixIn: 'light' }, layers);
  const reader: PixelReader = {
    level: (source, level) => (level === 0 ? tiled(source === SCENE ? scene : thing) : undefined),
    paintedTile: () => undefined,
  };
  const place = { composition, layer: 'thing', scene: 'all', depth: 'all' } as const;
  return surveyAgreement(place, reader);
}

function row(name: string) {
  const found = AGREEMENT_ROWS.find((each) => each.name === name);
  if (!found) throw new Error(`There is no row ${name}.`);
  return found;
}

function compared(name: string, agreement: ReturnType<typeof pair>): Compared {
  return row(name).compare(agreement.subject, agreement.scene) as Compared;
}

const plain = world();

describe('what parts a thing from its scene', () => {
  it('is nothing where both are the same', () => {
    const same = photographed(plain);
    const agreement = pair(same, same);
    for (const each of AGREEMENT_ROWS) {
      const { apart } = each.compare(agreement.subject, agreement.scene) ?? { apart: 0 };
      expect(Math.abs(apart), each.name).toBeLessThan(each.tolerance / 4);
    }
    expect(proposalsOf(agreement, AGREEMENT_ROWS, 1)).toEqual([]);
  });

  it.each([-1.5, -0.4, 0.7])('is told in stops: %s', (stops) => {
    const scene = photographed(plain.map((value) => value * 2 ** stops));
    const { apart } = compared('exposure', pair(photographed(plain), scene));
    expect(apart).toBeCloseTo(stops, 1);
  });

  it.each([
    [1.25, 0.7],
    [0.8, 1.3],
    [1.1, 1.15],
  ])('is taken back as gains of the light: red %s, blue %s', (red, blue) => {
    const gains = [red, 1, blue];
    const lit = plain.map((value, i) => value * (gains[i % 3] as number));
    const { light, ...rest } = pair(photographed(plain), photographed(lit)).scene;
    const agreement = pair(photographed(plain), photographed(lit));
    const [proposed] = proposalsOf(agreement, [row('light colour')], 1);
    const step = newStep(definitionOf('white-balance'), proposed?.values);
    const after = pair(photographed(plain), photographed(lit), [step]);
    // How near it comes to the very gains is what is left between both afterwards: 3 % is about 6 mired.
    expect(Math.abs(compared('light colour', after).apart)).toBeLessThan(6);
    expect(light).not.toBeNull();
    expect(rest.seen).toBeCloseTo(1, 2);
  });

  it.each([1.2, 2, 3])('is told in pixels of blur: %s', (sigma) => {
    const agreement = pair(photographed(plain), photographed(blurred(plain, sigma)));
    const { subject, scene } = compared('sharpness', agreement);
    const added = Math.sqrt(scene ** 2 - subject ** 2);
    expect(Math.abs(added - sigma)).toBeLessThan(0.1 * sigma);
  });

  it.each([2, 4])('is told as noise: %s of 255', (noise) => {
    const agreement = pair(photographed(plain), photographed(plain, noise));
    const { scene } = compared('grain', agreement);
    expect(Math.abs(scene - noise)).toBeLessThan(0.15 * noise);
  });

  it('is met by grain of the scene’s own strength', () => {
    const agreement = pair(photographed(plain), photographed(plain, 3));
    const [proposed] = proposalsOf(agreement, [row('grain')], 1);
    const step = newStep(definitionOf('grain'), proposed?.values);
    const after = pair(photographed(plain), photographed(plain, 3), [step]);
    const { subject, scene } = compared('grain', after);
    expect(Math.abs(subject - scene)).toBeLessThan(0.15 * 3);
  });

  it('is met by taking out what there is more of, with all that is no grain kept', () => {
    const noisy = photographed(plain, 5);
    const agreement = pair(noisy, photographed(plain, 2));
    const [proposed] = proposalsOf(agreement, [row('grain')], 1);
    expect(proposed?.kind).toBe('take-out-grain');
    const step = newStep(definitionOf('take-out-grain'), proposed?.values);
    const after = pair(noisy, photographed(plain, 2), [step]);
    const { subject, scene } = compared('grain', after);
    expect(Math.abs(subject - scene)).toBeLessThan(0.35 * scene);
    const sharp = compared('sharpness', after);
    expect(Math.abs(sharp.apart)).toBeLessThan(row('sharpness').tolerance);
  });

  it.each([0.7, 1.4])('is told as saturation: times %s', (times) => {
    const scene = plain.map((value, i) => {
      const p = i - (i % 3);
      const [r, g, b] = [plain[p] as number, plain[p + 1] as number, plain[p + 2] as number];
      const grey = 0.2126 * r + 0.7152 * g + 0.0722 * b;
      return Math.max(0, grey + times * (value - grey));
    });
    const { subject, scene: its } = compared(
      'saturation',
      pair(photographed(plain), photographed(scene)),
    );
    expect(Math.abs(its / subject - times)).toBeLessThan(0.12);
  });
});

describe('the row of the light’s direction', () => {
  const of = (azimuth: number, directed = 1) =>
    ({ direction: { azimuth, directed, sure: 0.8 } }) as unknown as ReturnType<
      typeof pair
    >['scene'];

  it('tells the shorter way round, and nothing of light that comes from everywhere', () => {
    expect(row('light direction').compare(of(350), of(20))?.apart).toBeCloseTo(30);
    expect(row('light direction').compare(of(20), of(350))?.apart).toBeCloseTo(-30);
    expect(row('light direction').compare(of(20), of(350, 0.1))).toBeNull();
  });
});

describe('the reading of a thing', () => {
  it('is all where everything agrees, less the farther apart it is, and says what it is made of', () => {
    const same = photographed(plain);
    const darker = (stops: number) => photographed(plain.map((value) => value * 2 ** stops));
    const [all, near, far] = [same, darker(-0.4), darker(-1.5)].map((scene) =>
      agreementReading(pair(same, scene)),
    );
    expect(all).toEqual({ share: 1, disagreements: [] });
    expect(near?.share).toBeLessThan(1);
    expect(far?.share).toBeLessThan(near?.share ?? 0);
    expect(far?.disagreements[0]?.row.name).toBe('exposure');
  });
});

describe('taking what is proposed', () => {
  const dim = photographed(plain.map((value, i) => value * 0.4 * ([1.3, 1, 0.6][i % 3] as number)));
  const measured = (steps: readonly Step[]) => pair(photographed(plain), dim, steps);

  it('brings all rows nearer, by ordinary steps in the order of the rounds', async () => {
    const chain = await withAllTaken([], 1, measured);
    expect(chain.map(({ kind }) => kind).slice(0, 2)).toEqual(['exposure', 'white-balance']);
    const [before, after] = [measured([]), measured(chain)];
    for (const name of ['exposure', 'light colour', 'white point']) {
      const [was, is] = [compared(name, before), compared(name, after)];
      expect(Math.abs(is.apart), name).toBeLessThan(0.35 * Math.abs(was.apart));
    }
  });

  it('takes a share of it, and goes on with the same steps when taken again', async () => {
    const half = await withAllTaken([], 0.5, measured);
    const whole = await withAllTaken(half, 1, measured);
    expect(whole.filter(({ kind }) => kind === 'exposure')).toHaveLength(1);
    const stops = (chain: readonly Step[]) =>
      Number(chain.find(({ kind }) => kind === 'exposure')?.values.stops);
    expect(stops(half)).toBeCloseTo(stops(whole) / 2, 0);
    expect(stops(whole)).toBeCloseTo(Math.log2(0.4), 0);
  });

  it('puts curves together, again and again, without losing an end or more points than can be taken by hand', () => {
    const lifted = {
      kind: 'curves',
      values: {
        all: [
          [0, 0.05],
          [0.31, 0.33],
          [0.62, 0.6],
          [1, 0.97],
        ],
      },
    };
    let chain: Step[] = [];
    for (let k = 0; k < 6; k++) chain = withProposals(chain, [lifted]);
    const [step] = chain;
    const points = step?.values.all as (readonly [number, number])[];
    expect(chain).toHaveLength(1);
    expect(points.length).toBeLessThanOrEqual(9);
    expect([points[0]?.[0], points.at(-1)?.[0]]).toEqual([0, 1]);
    expect(points[0]?.[1]).toBeGreaterThan(0.15);
    expect(points.every(([, y], i) => i === 0 || y >= (points[i - 1]?.[1] ?? 0))).toBe(true);
  });

  it('leaves steps alone that somebody set, and puts blur before grain', () => {
    const own = newStep(definitionOf('exposure'), { stops: 0.5 });
    const grained = withProposals([own], [{ kind: 'grain', values: { mids: 3 } }]);
    const chain = withProposals(grained, [
      { kind: 'blur', values: { size: 1.5, edge: 'softened' } },
      { kind: 'exposure', values: { stops: -1 } },
    ]);
    expect(chain.map(({ kind }) => kind)).toEqual(['exposure', 'exposure', 'blur', 'grain']);
    expect(chain[0]).toEqual(own);
  });
});

describe('what counts of a scene', () => {
  it('is not its open sky', () => {
    const [width, height] = [120, 80];
    const light = new Float32Array(width * height * 3);
    for (let p = 0; p < width * height; p++) {
      const [x, y] = [p % width, Math.floor(p / width)];
      const ground = 0.1 + 0.08 * Math.sin(x * 1.3) * Math.sin(y * 1.7);
      light.fill(y < 45 ? 0.6 + 0.001 * y : ground, p * 3, p * 3 + 3);
    }
    const patch: LightPatch = {
      width,
      height,
      light,
      weights: new Float32Array(width * height).fill(1),
    };
    const sky = openSky(smoothed(patch));
    expect(sky[10 * width + 60]).toBe(1);
    expect(sky[65 * width + 60]).toBe(0);
  });

  it('is sorted by weight', () => {
    const spread = new Quantiles([0.1, 0.2, 0.3, 0.4], [1, 1, 1, 5]);
    expect(spread.at(0.5)).toBeCloseTo(0.4, 2);
    expect(spread.at(0.1)).toBeCloseTo(0.1, 2);
    expect(spread.total).toBe(8);
  });
});
