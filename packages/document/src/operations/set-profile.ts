import type { Profile } from '../composition';
import { recolour } from '../profiles';
import type { Operation } from './operation';

export const PROFILE_NAMES: Readonly<Record<Profile, string>> = {
  srgb: 'sRGB',
  'display-p3': 'Display P3',
};

/**
 * The primaries in which pixels and colours are counted. Photographs are read anew in them; colours that were given
 * by numbers stay what they look like.
 */
export const setProfile: Operation<{ profile: Profile }> = {
  name: 'setProfile',
  words: (_, { profile }) => `Profile to ${PROFILE_NAMES[profile]}`,
  change(draft, { profile }) {
    const from = draft.canvas.profile;
    if (from === profile) return;
    recolour(draft.layers, from, profile);
    recolour(draft.masks, from, profile);
    draft.canvas.profile = profile;
  },
};
