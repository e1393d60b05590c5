import { type AgreementRow, signed } from './row';

/** A picture can be sharpened only by so much before it shows. */
const MOST_STRENGTH = 0.8;

export const sharpnessRow: AgreementRow = {
  name: 'sharpness',
  words: 'Sharpness',
  round: 'sharpness',
  scale: [4, 0],
  tolerance: 0.8,
  compare({ sharpness: subject }, { sharpness: scene }) {
    if (!subject || !scene) return null;
    const edges = Math.min(subject.edges, scene.edges);
    return {
      ...{ subject: subject.sigma, scene: scene.sigma },
      apart: scene.sigma - subject.sigma,
      sure: edges / (edges + 200),
    };
  },
  said: ({ apart }) => `${signed(apart, 1)} px`,
  propose({ subject, scene, apart, sure }, _a, _b, share) {
    if (apart > 0) {
      // Variances add up.
      const size = Math.sqrt(Math.max(0, scene * scene - subject * subject)) * share;
      return { kind: 'blur', values: { size: size * Math.min(1, 0.4 + sure), edge: 'softened' } };
    }
    const strength = Math.min(MOST_STRENGTH, -apart * 0.5) * share * sure;
    return { kind: 'sharpen', values: { strength, radius: Math.max(0.5, subject) } };
  },
};
