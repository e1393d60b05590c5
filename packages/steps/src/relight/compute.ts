import { LUMA } from '@diplex/imaging';
import { decodeExactly } from '@diplex/kernels';
import type { Measured, PointComputation } from '../computation';
import type { StepColour, ValuesOf } from '../fields';
import type { relight } from './definition';

type Values = ValuesOf<typeof relight.fields>;

/** The thing's own light is taken to come from so far towards the viewer, and to be so strong where all of it is taken out. */
const [OWN_ELEVATION, OWN_STRENGTH] = [30, 0.8];

/** No place becomes lighter or darker by more, as a logarithm. */
const MOST = 1.6;

/** Hard light goes over from lit to shaded so much faster than it would by itself. */
const HARDEST = 5;

/** The rim that is lit from behind ends where the surface faces the viewer by more than this. */
const RIM = 0.75;

/** The brightest rim, and how strong light from below is, as gains beyond 1. */
const [BRIGHT, FROM_BELOW] = [4.5, 0.8];

/** How much of its colour a lamp gives the side that it lies on. */
const COLOURED = 0.8;

type Direction = readonly [right: number, down: number, viewer: number];

/** @param azimuth degrees clockwise from up in the picture; @param elevation degrees towards the viewer */
function towards(azimuth: number, elevation: number): Direction {
  const [a, e] = [azimuth, elevation].map((degrees) => (degrees * Math.PI) / 180) as [
    number,
    number,
  ];
  return [Math.cos(e) * Math.sin(a), -Math.cos(e) * Math.cos(a), Math.sin(e)];
}

/** The colour of a lamp as gains that leave luminance as it is. */
function gainsOf({ r, g, b }: StepColour): readonly number[] {
  const light = [r, g, b].map((value) => decodeExactly(value / 255));
  const all = LUMA.reduce((sum, share, c) => sum + share * (light[c] as number), 0);
  return light.map((value) => (all > 0.002 ? value / all : 1));
}

/** How far a surface faces the viewer that faces so far to the right and down. */
function toViewer(right: number, down: number): number {
  return Math.sqrt(Math.max(0, 1 - right * right - down * down));
}

/**
 * How much each place faces a light, less what the whole thing does on average.
 * @param bumps how far what is lighter than around faces the light that was on the thing; by nothing when null
 */
function facing(
  { data }: Measured,
  [x, y, z]: Direction,
  bumps: { readonly follow: number; readonly lit: Direction } | null,
): Float32Array {
  const out = new Float32Array(data.length / 4);
  // What faces the light that was on it faces this one as far as both come from the same side.
  const alike = bumps ? x * bumps.lit[0] + y * bumps.lit[1] + z * bumps.lit[2] : 0;
  const follow = bumps ? bumps.follow * alike : 0;
  let [sum, all] = [0, 0];
  for (let p = 0, i = 0; p < out.length; p++, i += 4) {
    const share = data[i + 3] as number;
    const [right, down] = [data[i] as number, data[i + 1] as number];
    const faced =
      x * right + y * down + z * toViewer(right, down) + follow * (data[i + 2] as number);
    out[p] = faced;
    sum += share * faced;
    all += share;
  }
  const mean = all > 0 ? sum / all : 0;
  return out.map((value) => value - mean);
}

/** What faces the light less or more than the mean, as hard light parts it: lit or not, with little between. */
function parted(facing: number, hardness: number): number {
  if (hardness === 0) return facing;
  const steep = 1 + HARDEST * hardness;
  return facing + hardness * (Math.tanh(steep * facing) / steep ** 0.5 - facing);
}

/** How much of the light from behind grazes a place, 0..1: at the outline, on the side that it comes from. */
function grazed({ data }: Measured, i: number, [x, y]: Direction): number {
  const [nx, ny] = [data[i] as number, data[i + 1] as number];
  const away = Math.max(0, 1 - toViewer(nx, ny) / RIM);
  const along = Math.max(0, (nx * x + ny * y) / Math.max(1e-6, Math.hypot(x, y)));
  return away * away * along;
}

/** The gains of light over the measured grid, three a place. */
function gainMap(values: Values, measured: Measured): Float32Array {
  const was = towards(values.ownAzimuth, OWN_ELEVATION);
  const bumps = values.follow === 0 ? null : { follow: values.follow, lit: was };
  const lit = facing(measured, towards(values.azimuth, values.elevation), bumps);
  const own = facing(measured, was, null);
  const [key, surround, ground] = [values.key, values.surround, values.ground].map(gainsOf) as [
    readonly number[],
    readonly number[],
    readonly number[],
  ];
  const behind = towards(values.azimuth, 0);
  const out = new Float32Array(lit.length * 3);
  for (let p = 0; p < lit.length; p++) {
    const by = values.strength * parted(lit[p] as number, values.hardness);
    const change = by - values.taken * OWN_STRENGTH * (own[p] as number);
    const gain = Math.exp(Math.max(-MOST, Math.min(MOST, change)));
    const [side, lamp] = by > 0 ? [by, key] : [-by, surround];
    const share = COLOURED * Math.min(1, side);
    const rim = values.rim * BRIGHT * grazed(measured, p * 4, behind);
    const below = values.bounce * FROM_BELOW * Math.max(0, measured.data[p * 4 + 1] as number);
    for (let c = 0; c < 3; c++) {
      const sides = gain * (1 + share * ((lamp[c] as number) - 1));
      out[p * 3 + c] = sides + rim * (key[c] as number) + below * (ground[c] as number);
    }
  }
  return out;
}

/**
 * Light on a thing whose shape is guessed from its outline: each place becomes lighter by how much it faces the lamp,
 * and darker where it faces away, by gains of light, so that texture stays. A rim may be lit from behind, and what faces
 * down by light that the ground throws back.
 */
export const computeRelight: PointComputation<Values> = {
  reads: 'point',
  measures: 'shape',
  prepare(values, measured) {
    if (!measured || measured.width < 2 || measured.height < 2) return [];
    const gains = gainMap(values, measured);
    const { width, height, place } = measured;
    return [
      {
        light:
          () =>
          (run, { first, row, scale }) => {
            const v = (((row + 0.5) / scale - place.y) / place.height) * height - 0.5;
            const top = Math.max(0, Math.min(height - 2, Math.floor(v)));
            const down = Math.max(0, Math.min(1, v - top));
            const across = width / place.width / scale;
            const start = (-place.x / place.width) * width - 0.5;
            for (let p = 0, i = 0; i < run.length; p++, i += 4) {
              const u = start + (first + p + 0.5) * across;
              const left = Math.max(0, Math.min(width - 2, Math.floor(u)));
              const right = Math.max(0, Math.min(1, u - left));
              const at = (top * width + left) * 3;
              const below = at + width * 3;
              for (let c = 0; c < 3; c++) {
                const upper =
                  (gains[at + c] as number) * (1 - right) + (gains[at + 3 + c] as number) * right;
                const lower =
                  (gains[below + c] as number) * (1 - right) +
                  (gains[below + 3 + c] as number) * right;
                run[i + c] = (run[i + c] as number) * (upper * (1 - down) + lower * down);
              }
            }
          },
      },
    ];
  },
};
