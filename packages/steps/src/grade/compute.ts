import type { PointComputation } from '../computation';
import type { ValuesOf } from '../fields';
import type { grade } from './definition';

type Values = ValuesOf<typeof grade.fields>;

/** All of a wheel moves a or b of OKLab so far. */
const REACH = 0.13;

/** How far lift raises black, how many stops gain changes lightness by, and gamma its power. */
const [LIFT, GAIN, GAMMA] = [0.25, 0.6, 0.9];

/** Lightness is looked up so finely, and as far as this; beyond it goes on as the last step does. */
const [STEPS, MOST] = [512, 1.5];

/** What a lightness becomes: gain, then gamma, then lift, as of a print. */
function lightnessAfter(lightness: number, { darksLight, midsLight, lightsLight }: Values): number {
  const gained = lightness * 2 ** (GAIN * lightsLight);
  const bent = gained <= 0 ? gained : gained ** (2 ** (-GAMMA * midsLight));
  return bent + LIFT * darksLight * (1 - Math.min(1, Math.max(0, bent)));
}

/** Colours and lightness by thirds of the tones, in OKLab. */
export const computeGrade: PointComputation<Values> = {
  reads: 'point',
  prepare(values) {
    const count = Math.round(STEPS * MOST);
    const table = new Float64Array((count + 2) * 3);
    for (let i = 0; i <= count + 1; i++) {
      const lightness = i / STEPS;
      const within = Math.min(1, lightness);
      const [dark, light] = [(1 - within) ** 2, within ** 2];
      const mid = 1 - dark - light;
      // Black has no colour to move, nor is there any to be added.
      const shown = Math.min(1, within * 8);
      const moved = (d: number, m: number, l: number) =>
        REACH * shown * (dark * d + 1.4 * mid * m + light * l);
      table[i * 3] = lightnessAfter(lightness, values);
      table[i * 3 + 1] = moved(values.darksRed, values.midsRed, values.lightsRed);
      table[i * 3 + 2] = moved(values.darksYellow, values.midsYellow, values.lightsYellow);
    }
    return [
      {
        oklab: () => (run) => {
          for (let i = 0; i < run.length; i += 4) {
            const place = (run[i] as number) * STEPS;
            const low = Math.max(0, Math.min(count, Math.trunc(place)));
            const share = place - low;
            const at = low * 3;
            const between = (c: number) => {
              const first = table[at + c] as number;
              return first + ((table[at + 3 + c] as number) - first) * share;
            };
            const inside = Math.max(0, Math.min(1, share));
            const shift = (c: number) => {
              const first = table[at + c] as number;
              return first + ((table[at + 3 + c] as number) - first) * inside;
            };
            run[i] = between(0);
            run[i + 1] = (run[i + 1] as number) + shift(1);
            run[i + 2] = (run[i + 2] as number) + shift(2);
          }
        },
      },
    ];
  },
};
