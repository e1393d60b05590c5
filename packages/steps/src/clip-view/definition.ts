import { defineStep } from '../definition';
import { amount, choice, SHARE } from '../fields';

export const clipView = defineStep({
  kind: 'clip-view',
  version: 1,
  words: 'Clip view',
  group: 'Light',
  finds: ['clipped', 'burnt out', 'blocked', 'overexposed', 'threshold', 'where white begins'],
  on: 'content',
  fields: {
    show: choice(
      'Show',
      [
        ['both', 'both'],
        ['lights', 'lights'],
        ['darks', 'darks'],
      ],
      'both',
    ),
    lights: amount('Lights from', { ...SHARE, start: 0.996 }),
    darks: amount('Darks up to', { ...SHARE, start: 0.004 }),
  },
  neutral: () => false,
  holds: ({ lights, darks }) =>
    lights > darks ? null : { field: 'lights', says: 'must lie above the darks' },
  sample: { lights: 0.7, darks: 0.3 },
});
