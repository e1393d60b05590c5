import { LUMA } from '@diplex/imaging';
import {
  decodeBeyond,
  encodeBeyond,
  inReach,
  type MixSpaceName,
  makeTables,
  matrixRow,
  TABLE_STEPS,
  tablesRow,
} from '@diplex/kernels';
import type { LoadChange, PointOperation } from './computation';

type Row = readonly [number, number, number];

/**
 * Colours times a matrix.
 * @param rows what red, green and blue become: how much of red, green and blue
 */
export function byMatrix(space: MixSpaceName, rows: readonly [Row, Row, Row]): PointOperation {
  const matrix = new Float32Array(16);
  for (let c = 0; c < 3; c++) {
    for (let from = 0; from < 3; from++) matrix[from * 4 + c] = rows[c]?.[from] ?? 0;
  }
  const load: LoadChange = () => {
    const near = inReach(matrix);
    return (run) => matrixRow(run, near);
  };
  return { [space]: load };
}

export type Tone = (value: number) => number;

export const AS_IS: Tone = (value) => value;

function loadTables(of: readonly [Tone, Tone, Tone]): LoadChange {
  const tables = makeTables(of);
  return () => {
    const near = inReach(tables);
    return (run) => tablesRow(run, near);
  };
}

/**
 * Each channel by a function of its encoded value. On linear light the table holds what that comes to there, so that
 * nothing has to be encoded and decoded.
 * @param of defined below 0 and above 1 too, where the tables go on straight
 */
export function byTones(of: readonly [red: Tone, green: Tone, blue: Tone]): PointOperation {
  const onLight = of.map(
    (tone): Tone => (tone === AS_IS ? AS_IS : (light) => decodeBeyond(tone(encodeBeyond(light)))),
  ) as unknown as [Tone, Tone, Tone];
  return { encoded: loadTables(of), light: loadTables(onLight) };
}

/**
 * Light times a gain that goes by its luminance; what colour it has stays.
 * @param gainOf the gain for a luminance of 0..1; beyond that it is that of the end
 */
export function gainByLuminance(gainOf: (light: number) => number): PointOperation {
  const table = makeTables([gainOf, gainOf, gainOf]);
  const [red, green, blue] = LUMA;
  return {
    light: () => (run) => {
      for (let i = 0; i < run.length; i += 4) {
        const [r, g, b] = [run[i] as number, run[i + 1] as number, run[i + 2] as number];
        const light = Math.max(0, Math.min(1, red * r + green * g + blue * b));
        const place = Math.sqrt(light) * TABLE_STEPS;
        const low = Math.min(TABLE_STEPS - 1, Math.trunc(place));
        const first = table[low] as number;
        const by = first + ((table[low + 1] as number) - first) * (place - low);
        run[i] = r * by;
        run[i + 1] = g * by;
        run[i + 2] = b * by;
      }
    },
  };
}
