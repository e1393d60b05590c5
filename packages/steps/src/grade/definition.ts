import { defineStep } from '../definition';
import { amount, BOTH_WAYS } from '../fields';

const AB = { ...BOTH_WAYS, start: 0 };

/** A third of the tones has a shift to red or green, one to yellow or blue, and a lightness. */
export const GRADED = ['darks', 'mids', 'lights'] as const;

export const grade = defineStep({
  kind: 'grade',
  version: 1,
  words: 'Grade',
  group: 'Colour',
  finds: ['lift', 'gamma', 'gain', 'wheels', 'colour grading', 'mood', 'split tone'],
  on: 'content',
  fields: {
    darksRed: amount('Darks to red', AB),
    darksYellow: amount('Darks to yellow', AB),
    darksLight: amount('Lift', AB),
    midsRed: amount('Mids to red', AB),
    midsYellow: amount('Mids to yellow', AB),
    midsLight: amount('Gamma', AB),
    lightsRed: amount('Lights to red', AB),
    lightsYellow: amount('Lights to yellow', AB),
    lightsLight: amount('Gain', AB),
  },
  neutral: (values) => Object.values(values).every((value) => value === 0),
  sample: { darksRed: -0.25, darksYellow: -0.5, lightsRed: 0.2, lightsYellow: 0.5 },
});
