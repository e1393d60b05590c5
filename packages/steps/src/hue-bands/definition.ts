import { oklabOfLight } from '@diplex/imaging';
import { decodeExactly } from '@diplex/kernels';
import { defineStep, type PickedColour } from '../definition';
import { amount, BOTH_WAYS, list, type ValuesOf } from '../fields';

const TURN = { least: -180, most: 180, start: 0, unit: '°' } as const;
const SATURATION = { ...BOTH_WAYS, most: 2, track: [-1, 1] } as const;

/** A colour of less chroma than this has no hue that could be picked. */
const LEAST_CHROMA = 0.01;

/** The hue of an encoded colour in OKLCh, in degrees; null for greys. */
export function hueOf([r, g, b]: PickedColour): number | null {
  const lab = new Float64Array(3);
  oklabOfLight(decodeExactly(r), decodeExactly(g), decodeExactly(b), lab);
  const [, a = 0, by = 0] = lab;
  if (Math.hypot(a, by) < LEAST_CHROMA) return null;
  return ((Math.atan2(by, a) * 180) / Math.PI + 360) % 360;
}

const fields = {
  bands: list('Bands', {
    one: 'band',
    least: 0,
    most: 12,
    of: {
      hue: amount('Centre', { least: 0, most: 360, start: 30, unit: '°' }),
      width: amount('Width', { least: 0, most: 360, track: [0, 180], start: 40, unit: '°' }),
      falloff: amount('Fall-off', { least: 1, most: 180, track: [1, 90], start: 30, unit: '°' }),
      turn: amount('Hue', { ...TURN, track: [-90, 90] }),
      saturation: amount('Saturation', SATURATION),
      lightness: amount('Lightness', BOTH_WAYS),
    },
    start: [],
  }),
  turn: amount('All: hue', TURN),
  saturation: amount('All: saturation', SATURATION),
  lightness: amount('All: lightness', BOTH_WAYS),
  smoothing: amount('Along edges', { least: 0, most: 200, track: [0, 40], start: 6, unit: 'px' }),
};

export type Band = ValuesOf<typeof fields>['bands'][number];

export const hueBands = defineStep({
  kind: 'hue-bands',
  version: 1,
  words: 'Hue bands',
  group: 'Colour',
  finds: [
    'hue',
    'one colour',
    'greener',
    'bluer',
    'colour range',
    'turn colours',
    'replace colour',
  ],
  on: 'content',
  fields,
  neutral: ({ bands, turn, saturation, lightness }) =>
    [{ turn, saturation, lightness }, ...bands].every(
      (each) => each.turn === 0 && each.saturation === 0 && each.lightness === 0,
    ),
  picks: {
    centre: {
      words: 'From the picture',
      asks: 'the colour that is the centre of the band',
      from: 'input',
      on: 'item',
      take({ bands }, colour, on) {
        const hue = hueOf(colour);
        if (hue === null) return 'That place is grey and has no hue. Press on a stronger colour.';
        return {
          bands: bands.map((band, i) =>
            String(i) === on ? { ...band, hue: Math.round(hue) } : band,
          ),
        };
      },
    },
  },
  sample: {
    bands: [{ hue: 50, width: 50, falloff: 40, turn: 80, saturation: 0.2, lightness: 0 }],
  },
});
