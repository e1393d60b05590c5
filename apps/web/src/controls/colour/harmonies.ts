import type { Colour } from '@diplex/core';
import type { Profile } from '@diplex/document';
import { colourOf, oklchOf } from './oklch';

/** Hues that go with a hue, by how many degrees they lie off it. */
const HARMONIES = {
  complement: [180],
  neighbours: [-30, 30],
  triad: [-120, 120],
  split: [150, 210],
} as const;
export type Harmony = keyof typeof HARMONIES;

export interface HarmonyColours {
  readonly harmony: Harmony;
  readonly colours: readonly Colour[];
}

/** The colours that go with one, of the same lightness and (as far as there are such) chroma, in OKLCh. */
export function harmoniesOf(colour: Colour, profile: Profile): readonly HarmonyColours[] {
  const own = oklchOf(colour, profile);
  return Object.entries(HARMONIES).map(([harmony, turns]) => ({
    harmony: harmony as Harmony,
    colours: turns.map((turn) => colourOf({ ...own, h: (own.h + turn + 360) % 360 }, profile)),
  }));
}
