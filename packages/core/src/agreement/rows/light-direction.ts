import type { AgreementRow } from './row';

/** Light that comes from all round has no direction to agree in. */
const SIDED = 0.25;

/** The way from one direction to another, in degrees, by the shorter side. */
function between(from: number, to: number): number {
  return ((((to - from + 180) % 360) + 360) % 360) - 180;
}

/** From where light comes, as far as it comes from one side. Light turns it, where it is wanted: by a step of its own. */
export const lightDirectionRow: AgreementRow = {
  name: 'light direction',
  words: 'Light from',
  round: 'tones',
  scale: [0, 360],
  tolerance: 25,
  compare({ direction: subject }, { direction: scene }) {
    if (!subject || !scene) return null;
    if (subject.directed < SIDED || scene.directed < SIDED) return null;
    return {
      ...{ subject: subject.azimuth, scene: scene.azimuth },
      apart: between(subject.azimuth, scene.azimuth),
      sure: Math.min(subject.sure, scene.sure),
    };
  },
  said: ({ apart }) => `${Math.round(Math.abs(apart))}°`,
  propose: () => null,
};
