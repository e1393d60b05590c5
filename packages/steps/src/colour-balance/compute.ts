import type { PointComputation } from '../computation';
import type { ValuesOf } from '../fields';
import { toneShares } from '../tone-shares';
import type { colourBalance } from './definition';

type Values = ValuesOf<typeof colourBalance.fields>;

/** All of an amount moves a or b of OKLab so far. */
const REACH = 0.12;

/** Lightness is looked up so finely. */
const STEPS = 512;

/** Moves a and b of OKLab by how light a colour is; its lightness stays. */
export const computeColourBalance: PointComputation<Values> = {
  reads: 'point',
  prepare(values) {
    const table = new Float64Array((STEPS + 2) * 2);
    for (let i = 0; i <= STEPS + 1; i++) {
      const [dark, mid, light] = toneShares(Math.min(1, i / STEPS));
      const moved = (d: number, m: number, l: number) => REACH * (dark * d + mid * m + light * l);
      table[i * 2] = moved(values.darksRed, values.midsRed, values.lightsRed);
      table[i * 2 + 1] = moved(values.darksYellow, values.midsYellow, values.lightsYellow);
    }
    return [
      {
        oklab: () => (run) => {
          for (let i = 0; i < run.length; i += 4) {
            const lightness = run[i] as number;
            // Black has no colour to move, nor is there any to be added.
            const shown = Math.max(0, Math.min(1, lightness * 8));
            const place = Math.max(0, Math.min(1, lightness)) * STEPS;
            const low = Math.trunc(place);
            const share = place - low;
            for (let c = 0; c < 2; c++) {
              const first = table[low * 2 + c] as number;
              const by = first + ((table[low * 2 + 2 + c] as number) - first) * share;
              run[i + 1 + c] = (run[i + 1 + c] as number) + by * shown;
            }
          }
        },
      },
    ];
  },
};
