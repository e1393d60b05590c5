import type { PointComputation } from '../computation';
import type { ValuesOf } from '../fields';
import { byTones, type Tone } from '../point-operations';
import { CHANNELS, leveled, levelingOf } from './channels';
import type { levels } from './definition';

type Values = ValuesOf<typeof levels.fields>;

/** Each channel by its own leveling, and then by that of all. */
export const computeLevels: PointComputation<Values> = {
  reads: 'point',
  prepare(values) {
    const all = levelingOf(values, 'all');
    const [red, green, blue] = CHANNELS.map((name): Tone => {
      const own = levelingOf(values, name);
      return (value) => leveled(leveled(value, own), all);
    }) as [Tone, Tone, Tone];
    return [byTones([red, green, blue])];
  },
};
