import type { PointComputation } from '../computation';
import type { ValuesOf } from '../fields';
import { AS_IS, byTones } from '../point-operations';
import type { levels } from './definition';

type Values = ValuesOf<typeof levels.fields>;

/**
 * What an encoded value becomes: spread between the black and the white point, to the power of one over the
 * middle, and laid between the darkest and the lightest. Below the black point it goes on straight.
 */
export function leveled(value: number, { black, middle, white, darkest, lightest }: Values) {
  const spread = (value - black) / (white - black);
  const toned = spread > 0 ? spread ** (1 / middle) : spread;
  return darkest + toned * (lightest - darkest);
}

export const computeLevels: PointComputation<Values> = {
  reads: 'point',
  prepare(values) {
    const tone = (value: number) => leveled(value, values);
    const on = (channel: Values['channel']) =>
      values.channel === 'all' || values.channel === channel ? tone : AS_IS;
    return [byTones([on('red'), on('green'), on('blue')])];
  },
};
