import { boxMean } from '@diplex/imaging';
import type { AlphaGuess } from './halved-input';
import { cropped, croppedPlane, inMemory, isUnsure, type MatteInput } from './trimap';
import { type UnmixedGuess, unmixedGuess } from './unmixed-guess';
import { grown, type Region, regionOf, SURROUNDINGS } from './unsure-region';

/** Details up to these sizes are measured apart, as the reach of a mean in pixels. */
const SIZES = [1, 3, 7] as const;
/** Deviations of lightness are small numbers. */
const GAIN = 2;
/** Texture is asked from this error of colours on, and wholly from the second. */
const ASKED = 0.02;
const ASKED_WHOLLY = 0.06;
/** Texture that is as wrong as this about known pixels is not listened to. */
const USELESS = 0.03;

/**
 * How coarse the picture is around each pixel: deviations of lightness at three sizes, in the place of colours.
 * What is partly seen through is as much less coarse, so that they mix much as colours do.
 */
function textureOf({ width, height, linear }: MatteInput): Float32Array {
  const lightness = new Float32Array(width * height).map((_, p) => {
    const i = p * 3;
    const light = 0.25 * at(linear, i) + 0.6 * at(linear, i + 1) + 0.15 * at(linear, i + 2);
    return Math.sqrt(Math.max(0, light));
  });
  const out = new Float32Array(linear.length);
  SIZES.forEach((reach, c) => {
    const mean = boxMean(lightness, width, height, reach);
    const squares = lightness.map((value, p) => (value - at(mean, p)) ** 2);
    const variance = boxMean(squares, width, height, reach + 1);
    for (let p = 0; p < variance.length; p++) {
      out[p * 3 + c] = Math.min(1, GAIN * Math.sqrt(Math.max(0, at(variance, p))));
    }
  });
  return out;
}

function at(plane: Float32Array, i: number): number {
  return plane[i] as number;
}

/** How much texture is asked where colours have an error. */
function asked(error: number): number {
  return Math.max(0, Math.min(1, (error - ASKED) / (ASKED_WHOLLY - ASKED)));
}

/**
 * What colours say, and where they are wrong about known pixels what texture says, as far as that is right
 * about them: a smooth thing before a pattern of its own colours, or the other way round. Where colours are
 * right, texture is not asked: it knows nothing of what is sheer.
 */
export function withTexture(
  input: MatteInput,
  first: Float32Array,
  { guess, error }: UnmixedGuess,
  goOn: () => void,
): AlphaGuess {
  const { width } = input;
  const wanted = (p: number) =>
    isUnsure(input.known[p] as number) && asked(error.near(p % width, Math.floor(p / width))) > 0;
  const where = regionOf(width, input.height, wanted);
  if (!where) return guess;
  // What texture is like is told by what lies around where it is asked, as for the colours of a piece.
  const region = grown(where, SURROUNDINGS, input);
  const around = cropped(inMemory(input), region);
  const share = (off: number, x: number, y: number) => {
    const colours = error.near(region.x + x, region.y + y);
    // Where neither is ever wrong there would be no share to speak of.
    if (asked(colours) === 0) return 0;
    return (asked(colours) * Math.max(0, 1 - off / USELESS) * colours) / (colours + off);
  };
  const textured = { ...around, linear: textureOf(around) };
  const shown = croppedPlane(first, width, region);
  const { guess: more } = unmixedGuess(textured, shown, { shading: 0, share, goOn });
  return {
    weight: added(guess.weight, more.weight, region, width),
    pull: added(guess.pull, more.pull, region, width),
  };
}

/** A plane with what belongs to a region of it on top. */
function added(
  plane: Float32Array,
  more: Float32Array,
  region: Region,
  width: number,
): Float32Array {
  const sum = plane.slice();
  for (let y = 0, from = 0; y < region.height; y++) {
    const row = (region.y + y) * width + region.x;
    for (let p = row; p < row + region.width; p++, from++) sum[p] = at(plane, p) + at(more, from);
  }
  return sum;
}
