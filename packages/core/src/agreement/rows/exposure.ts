import { type AgreementRow, signed, trusted } from './row';

/** When bright surfaces and all together differ by so many stops, it is half sure. */
const APART = 2;

/** So much of the difference is proposed where nothing is sure. */
const LEAST = 0.5;

/** Half way between what bright surfaces say and what all say: pale things in a dark scene mislead the one, large dark ones the other. */
export const exposureRow: AgreementRow = {
  name: 'exposure',
  words: 'Exposure',
  round: 'light',
  scale: [-8, 0],
  tolerance: 0.15,
  compare({ level: subject }, { level: scene }) {
    const [bright, mean] = [scene.bright - subject.bright, scene.mean - subject.mean];
    const apart = Math.abs(bright - mean) / APART;
    return {
      subject: (subject.bright + subject.mean) / 2,
      scene: (scene.bright + scene.mean) / 2,
      apart: (bright + mean) / 2,
      sure: 1 / (1 + apart * apart),
    };
  },
  said: ({ apart }) => `${signed(apart, 2)} stops`,
  propose({ apart, sure }, _subject, _scene, share) {
    const stops = apart * trusted(sure, LEAST) * share;
    return { kind: 'exposure', values: { stops: Math.max(-10, Math.min(10, stops)) } };
  },
};
