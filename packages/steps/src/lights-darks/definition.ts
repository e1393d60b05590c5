import { defineStep } from '../definition';
import { amount, BOTH_WAYS } from '../fields';

export const lightsDarks = defineStep({
  kind: 'lights-darks',
  version: 1,
  words: 'Lights and darks',
  group: 'Light',
  finds: ['recover lights', 'open darks', 'bright parts', 'dark parts', 'shadows', 'dynamic range'],
  on: 'content',
  fields: {
    lights: amount('Hold back lights', BOTH_WAYS),
    darks: amount('Open darks', BOTH_WAYS),
    radius: amount('Looks around', { least: 1, most: 500, track: [2, 150], start: 40, unit: 'px' }),
  },
  neutral: ({ lights, darks }) => lights === 0 && darks === 0,
  sample: { lights: 0.7, darks: 0.7 },
});
