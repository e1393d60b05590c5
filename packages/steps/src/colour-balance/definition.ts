import { defineStep } from '../definition';
import { amount, BOTH_WAYS } from '../fields';

export const colourBalance = defineStep({
  kind: 'colour-balance',
  version: 1,
  words: 'Colour balance',
  group: 'Colour',
  finds: ['lights', 'mids', 'darks', 'warmer shadows', 'cooler shadows', 'split', 'colour cast'],
  on: 'content',
  fields: {
    lightsRed: amount('Lights: green to red', BOTH_WAYS),
    lightsYellow: amount('Lights: blue to yellow', BOTH_WAYS),
    midsRed: amount('Mids: green to red', BOTH_WAYS),
    midsYellow: amount('Mids: blue to yellow', BOTH_WAYS),
    darksRed: amount('Darks: green to red', BOTH_WAYS),
    darksYellow: amount('Darks: blue to yellow', BOTH_WAYS),
  },
  neutral: (values) => Object.values(values).every((value) => value === 0),
  sample: { lightsYellow: 0.5, darksYellow: -0.5 },
});
