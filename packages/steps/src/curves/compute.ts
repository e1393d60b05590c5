import { decodeExactly, encodeExactly } from '@diplex/kernels';
import type { PointComputation, PointOperation } from '../computation';
import { type CurvePoints, isStraight, type ValuesOf } from '../fields';
import { byTones, gainByLuminance, type Tone } from '../point-operations';
import { curveThrough } from './curve-through';
import type { curves } from './definition';

type Values = ValuesOf<typeof curves.fields>;

/** Light darker than this has no colour that could be kept: it is not lifted any further. */
const DARKEST = 1e-5;

/** A step from an end of 0..1, to see how steep a curve is there. */
const NEAR = 1 / 256;

/** A curve that goes on straight beyond 0..1, as steep as at its ends, so that nothing is cut off there. */
function onwards(points: CurvePoints): Tone {
  const curve = curveThrough(points);
  const [first, last] = [curve(0), curve(1)];
  const [below, above] = [(curve(NEAR) - first) / NEAR, (last - curve(1 - NEAR)) / NEAR];
  return (value) => {
    if (value < 0) return first + value * below;
    return value > 1 ? last + (value - 1) * above : curve(value);
  };
}

/** Gives each pixel the luminance that a curve of encoded values has for it; what colour it has stays. */
function byLightness(points: CurvePoints): PointOperation {
  const through = curveThrough(points);
  const gain = (light: number) => {
    const least = Math.max(DARKEST, light);
    return decodeExactly(through(encodeExactly(least))) / least;
  };
  return gainByLuminance(gain);
}

/** Encoded values through the curve of all channels, then each through its own; then lightness. */
export const computeCurves: PointComputation<Values> = {
  reads: 'point',
  prepare(values) {
    const all = onwards(values.all);
    const of = (points: CurvePoints): Tone => {
      const own = onwards(points);
      return (value) => own(all(value));
    };
    const inChannels = [values.all, values.red, values.green, values.blue];
    const operations: PointOperation[] = [];
    if (!inChannels.every(isStraight)) {
      operations.push(byTones([of(values.red), of(values.green), of(values.blue)]));
    }
    if (!isStraight(values.lightness)) operations.push(byLightness(values.lightness));
    return operations;
  },
};
