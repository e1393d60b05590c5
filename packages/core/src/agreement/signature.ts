import type { LightPatch } from './light-patch';
import { type Chroma, chromaOf } from './measures/chroma';
import { type LightColour, lightColour } from './measures/light-colour';
import { type LightDirection, lightDirection } from './measures/light-direction';
import { type LightLevel, lightLevel } from './measures/light-level';
import { type Noise, noiseOf } from './measures/noise';
import { type Sharpness, sharpnessOf } from './measures/sharpness';
import { lightnessCounts, type Tones, tonesOf } from './measures/tones';

/** What light and colour are seen, whatever they are seen of. */
export interface ToneSignature {
  readonly level: LightLevel;
  readonly tones: Tones;
  /** Shares of all, from black to white. */
  readonly lightness: readonly number[];
  readonly light: LightColour | null;
  readonly chroma: Chroma;
  /** Which share of the picture tells all this, 0..1. */
  readonly seen: number;
}

/** What a picture's own pixels show: what gets lost when it is seen smaller. */
export interface DetailSignature {
  readonly noise: Noise;
  readonly sharpness: Sharpness | null;
  readonly direction: LightDirection | null;
}

/** All that is measured of a thing, or of the scene around it. */
export interface Signature extends ToneSignature, DetailSignature {}

/** @param soft a picture at any scale, a little blurred */
export function toneSignature(soft: LightPatch): ToneSignature {
  let seen = 0;
  for (const weight of soft.weights) seen += weight;
  return {
    level: lightLevel(soft),
    tones: tonesOf(soft),
    lightness: lightnessCounts(soft),
    light: lightColour(soft),
    chroma: chromaOf(soft),
    seen: seen / Math.max(1, soft.weights.length),
  };
}

/**
 * @param patch in the composition's own pixels
 * @param whole all of it, in about 800 pixels
 * @param overcast how much of that is grey sky, 0..1
 */
export function detailSignature(
  patch: LightPatch,
  whole: LightPatch,
  overcast = 0,
): DetailSignature {
  return {
    noise: noiseOf(patch),
    sharpness: sharpnessOf(patch),
    direction: lightDirection(whole, overcast),
  };
}
