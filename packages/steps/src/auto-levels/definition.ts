import { defineStep } from '../definition';
import { amount, choice } from '../fields';

const CUT = { least: 0, most: 0.2, track: [0, 0.05], start: 0.001, unit: '%' } as const;

export const autoLevels = defineStep({
  kind: 'auto-levels',
  version: 1,
  words: 'Auto levels',
  group: 'Light',
  finds: ['automatic', 'stretch', 'contrast', 'haze', 'colour cast', 'black point', 'white point'],
  on: 'content',
  fields: {
    darks: amount('Darks let go', CUT),
    lights: amount('Lights let go', CUT),
    channels: choice(
      'Channels',
      [
        ['together', 'together'],
        ['each', 'each'],
      ],
      'together',
    ),
  },
  neutral: () => false,
  sample: { darks: 0.005, lights: 0.005 },
});
