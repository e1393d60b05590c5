import { growRect } from '@diplex/document';
import type { GatherComputation } from '../computation';
import type { ValuesOf } from '../fields';
import { boundsIn, placeIn } from '../frame-places';
import { moves, takenFrom, withNeighbours } from '../moved';
import type { ripple } from './definition';

type Values = ValuesOf<typeof ripple.fields>;

/** Further waves, as water has them: how much shorter, how much slanted, how strong, and where they begin. */
const FURTHER = [
  { shorter: 1.71, slant: 0.33, share: 0.5, begins: 1.3 },
  { shorter: 2.63, slant: -0.21, share: 0.3, begins: 4.1 },
] as const;

/** The most that all waves together move anything, for 1 of the first. */
const TOGETHER = FURTHER.reduce((sum, { share }) => sum + share, 1);

/** Waves that lie across the picture move it up and down and a little to the sides, rings out and in. */
export const computeRipple: GatherComputation<Values> = {
  ...moves,
  looks: ({ height }, part, _, scale) => growRect(withNeighbours(part, scale), TOGETHER * height),
  gather(values, from, asked) {
    const { scale, frame } = asked;
    const place = placeIn(frame, values.middle);
    const bounds = boundsIn(frame);
    const begin = (values.phase * Math.PI) / 180;
    const way = (2 * Math.PI) / values.length;
    const waves = (along: number, beside: number) =>
      FURTHER.reduce(
        (sum, { shorter, slant, share, begins }) =>
          sum +
          values.uneven *
            share *
            Math.sin((along + slant * beside) * way * shorter + begin + begins),
        Math.sin(along * way + begin),
      );
    return takenFrom(from, asked, values, (px, py) => {
      const [x, y] = [px / scale, py / scale];
      const down = Math.max(0, Math.min(1, (y - bounds.y) / Math.max(1, bounds.height)));
      const nearer = values.way === 'rings' ? 0 : values.nearer;
      const strength = values.height * scale * (1 - nearer * (1 - down));
      if (values.way === 'rings') {
        const [dx, dy] = [x - place.x, y - place.y];
        const away = Math.max(1e-6, Math.hypot(dx, dy));
        const by = (strength * waves(away, Math.atan2(dy, dx) * values.length)) / TOGETHER;
        return { x: px + (by * dx) / away, y: py + (by * dy) / away };
      }
      // Waves that grow towards the viewer are farther apart there, too.
      const along = nearer > 0 ? spreadOut(down, nearer) * bounds.height : y;
      const by = (strength * waves(along, x)) / TOGETHER;
      return { x: px + 0.35 * by, y: py + by };
    });
  },
};

/** How many waves lie above a height, when those at the top lie the closer together. */
function spreadOut(down: number, nearer: number): number {
  const [far, near] = [1 + 2 * nearer, 1 - 0.5 * nearer];
  return far * down - ((far - near) / 2) * down * down;
}
