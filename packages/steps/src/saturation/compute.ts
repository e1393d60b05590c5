import { lightOfOklab, oklabOfLight } from '@diplex/imaging';
import type { PointComputation } from '../computation';
import type { ValuesOf } from '../fields';
import type { saturation } from './definition';

type Values = ValuesOf<typeof saturation.fields>;

/** Chroma of OKLab at which a colour counts as wholly vivid. */
const VIVID = 0.22;

/** Skin, whatever its lightness, lies about this hue of OKLCh, and fades out over so many radians on both sides. */
const SKIN_HUE = (52 * Math.PI) / 180;
const SKIN_WIDTH = (38 * Math.PI) / 180;

function smooth(share: number): number {
  const s = Math.max(0, Math.min(1, share));
  return s * s * (3 - 2 * s);
}

/** By how much the chroma of a colour is multiplied. */
export function chromaGain(a: number, b: number, values: Values): number {
  const chroma = Math.hypot(a, b);
  let share = 1 - values.spareVivid * smooth(chroma / VIVID);
  if (values.spareSkin > 0 && chroma > 0) {
    const apart = Math.abs(Math.atan2(b, a) - SKIN_HUE);
    const away = Math.min(apart, 2 * Math.PI - apart) / SKIN_WIDTH;
    share *= 1 - values.spareSkin * (1 - smooth(away));
  }
  return Math.max(0, 1 + values.saturation * share);
}

/** Chroma of OKLab (Ottosson 2020) times a gain; lightness and hue stay. */
export const computeSaturation: PointComputation<Values> = {
  reads: 'point',
  prepare: (values) => [
    {
      space: 'light',
      load() {
        const lab = new Float64Array(3);
        return (run) => {
          for (let i = 0; i < run.length; i += 4) {
            oklabOfLight(run[i] as number, run[i + 1] as number, run[i + 2] as number, lab);
            const [l, a, b] = lab as unknown as [number, number, number];
            const gain = chromaGain(a, b, values);
            lightOfOklab(l, a * gain, b * gain, run, i);
          }
        };
      },
    },
  ],
};
