import { type AgreementRow, signed } from './row';

/** What colours things have is their own: only a small part of the difference is proposed. */
const SHARE = 0.25;

export const saturationRow: AgreementRow = {
  name: 'saturation',
  words: 'Saturation',
  round: 'tones',
  scale: [0, 0.2],
  tolerance: 0.02,
  compare({ chroma: subject }, { chroma: scene }) {
    return {
      ...{ subject: subject.mean, scene: scene.mean },
      apart: scene.mean - subject.mean,
      sure: 0.3,
    };
  },
  said: ({ subject, scene }) =>
    `${signed((100 * (scene - subject)) / Math.max(0.02, subject), 0)} %`,
  propose({ subject, scene }, _a, _b, share) {
    const ratio = Math.max(0.5, Math.min(1.6, scene / Math.max(0.01, subject)));
    return { kind: 'saturation', values: { saturation: (ratio - 1) * SHARE * share } };
  },
};
