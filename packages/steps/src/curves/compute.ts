import { decodeExactly, encodeExactly, makeTables, TABLE_STEPS } from '@diplex/kernels';
import type { PointComputation, PointOperation } from '../computation';
import { type CurvePoints, isStraight, type ValuesOf } from '../fields';
import { byTables } from '../point-operations';
import { curveThrough } from './curve-through';
import type { curves } from './definition';

type Values = ValuesOf<typeof curves.fields>;

/** Luminance of sRGB's primaries. */
const [RED, GREEN, BLUE] = [0.2126, 0.7152, 0.0722] as const;

/** Light darker than this has no colour that could be kept: it is not lifted any further. */
const DARKEST = 1e-5;

/** Gives each pixel the luminance that a curve of encoded values has for it; what colour it has stays. */
function byLightness(points: CurvePoints): PointOperation {
  const through = curveThrough(points);
  const gain = (light: number) => {
    const least = Math.max(DARKEST, light);
    return decodeExactly(through(encodeExactly(least))) / least;
  };
  const [table] = [makeTables([gain, gain, gain])];
  return {
    space: 'light',
    load: () => (run) => {
      for (let i = 0; i < run.length; i += 4) {
        const [r, g, b] = [run[i] as number, run[i + 1] as number, run[i + 2] as number];
        const light = Math.max(0, Math.min(1, RED * r + GREEN * g + BLUE * b));
        const place = Math.sqrt(light) * TABLE_STEPS;
        const low = Math.min(TABLE_STEPS - 1, Math.trunc(place));
        const first = table[low] as number;
        const by = first + ((table[low + 1] as number) - first) * (place - low);
        for (let c = i; c < i + 3; c++) run[c] = (run[c] as number) * by;
      }
    },
  };
}

/** Encoded values through the curve of all channels, then each through its own; then lightness. */
export const computeCurves: PointComputation<Values> = {
  reads: 'point',
  prepare(values) {
    const all = curveThrough(values.all);
    const of = (points: CurvePoints) => {
      const own = curveThrough(points);
      return (value: number) => own(all(value));
    };
    const inChannels = [values.all, values.red, values.green, values.blue];
    const operations: PointOperation[] = [];
    if (!inChannels.every(isStraight)) {
      operations.push(byTables('encoded', [of(values.red), of(values.green), of(values.blue)]));
    }
    if (!isStraight(values.lightness)) operations.push(byLightness(values.lightness));
    return operations;
  },
};
