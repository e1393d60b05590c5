import { type AgreementRow, signed, trusted } from './row';

/** Mired of the white that everything is seen by. */
const WHITE = 1e6 / 6504;

/** What both steps of a temperature can reach. */
const MOST = 200;

const LEAST = 0.5;

/** The correlated colour temperature of a light, in kelvin. */
export function kelvinOf(temperature: number): number {
  return 1e6 / Math.max(40, WHITE + temperature);
}

export const lightColourRow: AgreementRow = {
  name: 'light colour',
  words: 'Light colour',
  round: 'light',
  scale: [-120, 180],
  tolerance: 8,
  compare({ light: subject }, { light: scene }) {
    if (!subject || !scene) return null;
    const along = scene.temperature - subject.temperature;
    const away = Math.hypot(along, scene.tint - subject.tint);
    return {
      subject: subject.temperature,
      scene: scene.temperature,
      apart: along < 0 ? -away : away,
      sure: Math.sqrt(subject.sure * scene.sure),
    };
  },
  said({ subject, scene }) {
    const kelvin = Math.round((kelvinOf(scene) - kelvinOf(subject)) / 10) * 10;
    return `${signed(kelvin, 0)} K`;
  },
  propose({ sure }, { light: subject }, { light: scene }, share) {
    if (!subject || !scene) return null;
    const by = trusted(sure, LEAST) * share;
    const within = (value: number) => Math.max(-MOST, Math.min(MOST, value * by));
    return {
      kind: 'white-balance',
      values: {
        temperature: within(scene.temperature - subject.temperature),
        tint: within(scene.tint - subject.tint),
      },
    };
  },
};
