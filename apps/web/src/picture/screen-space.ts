import type { Profile } from '@diplex/document';

/**
 * What a canvas shows a composition's colours in: its own profile where the screen has it. Elsewhere pixels are brought into sRGB
 * when they are put on the canvas, since not every browser does that to a canvas as a whole.
 */
export function screenSpace(profile: Profile): Profile {
  return profile !== 'srgb' && window.matchMedia('(color-gamut: p3)').matches ? profile : 'srgb';
}
