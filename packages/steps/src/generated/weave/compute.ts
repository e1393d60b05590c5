import type { ValuesOf } from '../../fields';
import { fractalNoise, gradientNoise } from '../../noise/gradient-noise';
import type { GeneratedComputation } from '../generated';
import { filledByPlace } from '../pixels';
import { reliefGrey } from '../relief-grey';
import type { weave } from './definition';

type Values = ValuesOf<typeof weave.fields>;

/** Threads thinner than so many pixels of the drawing cannot be told apart. */
const [NONE, ALL] = [1.6, 3.2] as const;

/** How high a thread lies that goes across (or down) over or under the others, in threads. */
function threadAt(along: number, across: number, over: 1 | -1): number {
  const round = Math.sqrt(Math.max(0, 1 - (2 * across - 1) ** 2));
  const wave = Math.sin(Math.PI * along);
  return 0.35 * round + 0.3 * over * wave;
}

/** The surface of plain weave: threads over and under by turns, each a little uneven, lit from a side. */
export const computeWeave: GeneratedComputation<Values> = {
  draw(values, asked) {
    const seed = asked.seed * 37;
    const octaves = { count: 3, gain: 0.5, finest: 2 / (values.size * asked.scale) };
    const height = (x: number, y: number) => {
      const [u, v] = [x / values.size, y / values.size];
      const sway = values.uneven * 0.5;
      const tu = u + sway * gradientNoise(u * 0.13, v * 0.05, seed + 1);
      const tv = v + sway * gradientNoise(u * 0.05, v * 0.13, seed + 2);
      const [i, j] = [Math.floor(tu), Math.floor(tv)];
      const [s, t] = [tu - i, tv - j];
      const over = (i + j) % 2 === 0 ? 1 : -1;
      const across = threadAt(s, t, over);
      const down = threadAt(t, s, over === 1 ? -1 : 1);
      const fibre = 0.12 * values.uneven * fractalNoise(u * 3, v * 3, seed + 5, octaves);
      return Math.max(across, down) + fibre;
    };
    const seen = Math.max(0, Math.min(1, (values.size * asked.scale - NONE) / (ALL - NONE)));
    const grey = reliefGrey(
      height,
      values.size * 0.12,
      values.azimuth,
      1.1 * values.strength * seen,
    );
    return filledByPlace(asked, grey);
  },
};
