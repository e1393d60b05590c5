import { type FloatImage, LUMA } from '@diplex/imaging';
import { encodeExactly } from '@diplex/kernels';
import type { ValuesOf } from '../../fields';
import { fractalNoise, smoothstep } from '../../noise/gradient-noise';
import type { GeneratedComputation, SmallView } from '../generated';
import { filledByPlace, lightOf } from '../pixels';
import { betweenMiddles, coverAt } from '../small-view';
import type { rays } from './definition';

type Values = ValuesOf<typeof rays.fields>;

/** Along the way from the light to a place so many others are looked at. */
const LOOKS = 28;

/** How strong what is bright behind counts: its light is looked at here and there only. */
const GATHERED = 2.4;

/** How bright what lies behind is beyond a limit, 0..1, by encoded luma. */
function brightAt(
  behind: SmallView<FloatImage> | null,
  limit: number,
): (x: number, y: number) => number {
  if (!behind) return () => 0;
  const { width, height, data } = behind.image;
  const luma = new Float32Array(width * height).map((_, p) => {
    const light = LUMA.reduce((sum, share, c) => sum + share * (data[p * 4 + c] as number), 0);
    return smoothstep(
      limit,
      Math.min(1, limit + 0.25),
      encodeExactly(Math.max(0, Math.min(1, light))),
    );
  });
  return betweenMiddles(
    { ...behind, image: { width, height, data: luma } },
    (image, p) => image.data[p] as number,
  );
}

/**
 * Light in the air between a place and what is seen: for each pixel, how much light comes along the way from its source,
 * past whatever covers it (after Mitchell 2007).
 */
export const computeRays: GeneratedComputation<Values> = {
  level: (_, scale, { width }) =>
    Math.max(0, Math.min(3, Math.floor(Math.log2((width * scale) / 700)))),
  draw(values, asked) {
    const { width, height } = asked.size;
    const [cx, cy] = [values.from.x * width, values.from.y * height];
    const long = values.length * Math.max(width, height);
    const light = lightOf(values.colour);
    const covered = coverAt(asked.cover);
    const bright = brightAt(asked.behind, values.bright);
    const own = values.light === 'own';
    const octaves = { count: 3, gain: 0.6, finest: 0.05 };
    const beam = (angle: number) => {
      // A noise round the circle, that meets itself.
      const [u, v] = [Math.cos(angle), Math.sin(angle)].map(
        (each) => (each * values.narrow) / 6.28,
      );
      const noise = fractalNoise(u as number, v as number, asked.seed * 29, octaves);
      const edge = 0.08 + 0.6 * values.soft;
      return 1 + values.beams * (1.8 * smoothstep(-edge, edge + 0.25, noise) - 1);
    };
    return filledByPlace(asked, (x, y, to, i) => {
      const [dx, dy] = [x - cx, y - cy];
      const away = Math.hypot(dx, dy);
      const fall = Math.exp(-((away / long) ** 1.4) * 1.6);
      let sum = 0;
      for (let k = 0; k < LOOKS; k++) {
        const t = (k + 0.5) / LOOKS;
        const [px, py] = [cx + dx * t, cy + dy * t];
        const open = 1 - covered(px, py);
        sum += own ? open : open * bright(px, py) * GATHERED * (0.35 + 0.65 * t);
      }
      const seen = sum / LOOKS;
      // Where something stands in the way, all that lies beyond it in the air is darker.
      const through = own ? seen ** 1.5 : seen;
      const all = values.strength * fall * through * beam(Math.atan2(dy, dx));
      const alpha = Math.max(0, Math.min(1, all));
      to[i] = alpha * light[0];
      to[i + 1] = alpha * light[1];
      to[i + 2] = alpha * light[2];
      to[i + 3] = alpha;
    });
  },
};
