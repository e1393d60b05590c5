import type { Profile } from '@diplex/document';
import type { RgbSpace } from './icc-profile';

const REC_709 = [
  [0.64, 0.33],
  [0.3, 0.6],
  [0.15, 0.06],
] as const;

/** The colour spaces that files can be in. */
export const SPACES = {
  srgb: { name: 'sRGB IEC61966-2.1', primaries: REC_709, curve: 'srgb' },
  p3: {
    name: 'Display P3',
    primaries: [
      [0.68, 0.32],
      [0.265, 0.69],
      [0.15, 0.06],
    ],
    curve: 'srgb',
  },
  linear: { name: 'Linear light, sRGB primaries', primaries: REC_709, curve: 'linear' },
} as const satisfies Record<string, RgbSpace>;

export type SpaceName = keyof typeof SPACES;

const OF_PROFILES = { srgb: 'srgb', 'display-p3': 'p3' } as const;

/** The space that a composition's pixels are in. */
export function spaceOf(profile: Profile): (typeof OF_PROFILES)[Profile] {
  return OF_PROFILES[profile];
}
