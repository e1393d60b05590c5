import { defineStep } from '../definition';
import { amount, BOTH_WAYS } from '../fields';

export const localContrast = defineStep({
  kind: 'local-contrast',
  version: 1,
  words: 'Contrast',
  group: 'Light',
  finds: ['local contrast', 'punch', 'structure', 'texture', 'flat', 'hazy', 'softer light'],
  on: 'content',
  fields: {
    contrast: amount('Contrast', { ...BOTH_WAYS, most: 2, track: [-1, 1] }),
    radius: amount('Scale', { least: 1, most: 500, track: [2, 150], start: 30, unit: 'px' }),
  },
  neutral: ({ contrast }) => contrast === 0,
  sample: { contrast: 0.8 },
});
