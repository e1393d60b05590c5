import { describe, expect, it } from 'vitest';
import { decodeExactly, encodeExactly, type MixSpaceName } from '../transfer/transfer';
import { BLEND_NAMES, type BlendName, compositeRows } from './composite-rows';

type Mode = BlendName;
type Pixel = readonly [r: number, g: number, b: number, a: number];

const MODES = BLEND_NAMES;

/** Composites one straight, encoded pixel onto another; straight and encoded again. */
function mix(
  mode: Mode,
  backdrop: Pixel,
  source: Pixel,
  { coverage = 1, opacity = 1, space = 'encoded' as MixSpaceName } = {},
): number[] {
  const into = (v: number) => (space === 'light' ? decodeExactly(v) : v);
  const outOf = (v: number) => (space === 'light' ? encodeExactly(v) : v);
  const packed = ([r, g, b, a]: Pixel) =>
    Float32Array.from([into(r) * a, into(g) * a, into(b) * a, a]);
  const result = packed(backdrop);
  const cover = coverage === 1 ? null : Float32Array.from([coverage]);
  compositeRows(mode, result, packed(source), cover, opacity, space);
  const alpha = result[3] ?? 0;
  return [...[...result.subarray(0, 3)].map((v) => outOf(alpha > 0 ? v / alpha : 0)), alpha];
}

function expectPixel(got: readonly number[], wanted: readonly number[]): void {
  got.forEach((value, i) => {
    expect(value).toBeCloseTo(wanted[i] ?? Number.NaN, 4);
  });
}

const B: Pixel = [0.2, 0.5, 0.8, 1];
const S: Pixel = [0.6, 0.25, 0.9, 1];

describe('compositing', () => {
  it.each([
    ['normal', [0.6, 0.25, 0.9]],
    ['multiply', [0.12, 0.125, 0.72]],
    ['screen', [0.68, 0.625, 0.98]],
    ['overlay', [0.24, 0.25, 0.96]],
    ['darken', [0.2, 0.25, 0.8]],
    ['lighten', [0.6, 0.5, 0.9]],
    ['color-dodge', [0.5, 0.66667, 1]],
    ['color-burn', [0, 0, 0.77778]],
    ['hard-light', [0.36, 0.25, 0.96]],
    [
      'soft-light',
      [
        0.2 + 0.2 * (((16 * 0.2 - 12) * 0.2 + 4) * 0.2 - 0.2),
        0.375,
        0.8 + 0.8 * (Math.sqrt(0.8) - 0.8),
      ],
    ],
    ['difference', [0.4, 0.25, 0.1]],
    ['exclusion', [0.56, 0.5, 0.26]],
    ['plus-lighter', [0.8, 0.75, 1]],
  ] as const)('%s follows the formula of the standard', (mode, wanted) => {
    expectPixel(mix(mode, B, S), [...wanted, 1]);
  });

  it('luminosity takes lightness, color the rest, and together they give the source', () => {
    const luminosity = (c: readonly number[]) =>
      0.3 * (c[0] ?? 0) + 0.59 * (c[1] ?? 0) + 0.11 * (c[2] ?? 0);
    expect(luminosity(mix('luminosity', B, S))).toBeCloseTo(luminosity(S), 4);
    expect(luminosity(mix('color', B, S))).toBeCloseTo(luminosity(B), 4);
    expect(luminosity(mix('hue', B, S))).toBeCloseTo(luminosity(B), 4);
    expect(luminosity(mix('saturation', B, S))).toBeCloseTo(luminosity(B), 4);
    const [r = 0, g = 0, b = 0] = mix('color', B, S);
    expectPixel(mix('luminosity', [r, g, b, 1], S), S);
  });

  it.each(MODES)('%s leaves the backdrop alone without coverage', (mode) => {
    expectPixel(mix(mode, B, S, { coverage: 0 }), B);
    expectPixel(mix(mode, B, S, { opacity: 0 }), B);
    expectPixel(mix(mode, B, [1, 1, 1, 0]), B);
  });

  it.each(MODES)('%s shows the source as it is where nothing lies behind', (mode) => {
    expectPixel(mix(mode, [0, 0, 0, 0], S), S);
    const [r, g, b] = S;
    expectPixel(mix(mode, [0, 0, 0, 0], [r, g, b, 0.4]), [r, g, b, 0.4]);
  });

  it.each(MODES)(
    '%s gives opaque results the same whether coverage mixes as light or not',
    (mode) => {
      if (mode === 'plus-lighter') return expectPlusLighterToAddLight();
      expectPixel(mix(mode, B, S, { space: 'light' }), mix(mode, B, S));
    },
  );

  function expectPlusLighterToAddLight(): void {
    const [r] = mix('plus-lighter', B, S, { space: 'light' });
    expect(r).toBeCloseTo(encodeExactly(decodeExactly(0.2) + decodeExactly(0.6)), 4);
  }

  it.each(MODES)('%s treats coverage, opacity and alpha alike', (mode) => {
    const half = mix(mode, B, S, { coverage: 0.5 });
    expectPixel(mix(mode, B, S, { opacity: 0.5 }), half);
    expectPixel(mix(mode, B, [0.6, 0.25, 0.9, 0.5]), half);
  });

  it('mixes half of white over black as half the light', () => {
    const over = (space: MixSpaceName) =>
      mix('normal', [0, 0, 0, 1], [1, 1, 1, 1], { coverage: 0.5, space })[0];
    expect(over('light')).toBeCloseTo(encodeExactly(0.5), 4);
    expect(over('encoded')).toBeCloseTo(0.5, 4);
  });
});
