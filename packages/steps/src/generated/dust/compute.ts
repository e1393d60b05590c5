import type { ValuesOf } from '../../fields';
import type { GeneratedComputation } from '../generated';
import { lightOf } from '../pixels';
import { disc, SpriteDrawing, strewn } from '../sprites';
import type { dust } from './definition';

type Values = ValuesOf<typeof dust.fields>;

/** Specks are strewn in cells so many times as large as one, and so many of them lie in one. */
const [CELL, SPECKS] = [40, 0.9];

/** One in so many is a hair, so many times as long as a speck is wide. */
const [ONE_IN, LONG] = [10, 16];

/** Specks of all sizes, more small ones than large, and hairs that curl. */
export const computeDust: GeneratedComputation<Values> = {
  draw(values, asked) {
    const drawing = new SpriteDrawing(asked);
    const light = lightOf(values.colour);
    const reach = values.size * LONG * 1.3;
    for (const { x, y, dice } of strewn(
      asked,
      CELL * values.size,
      SPECKS * values.density,
      reach,
      0,
    )) {
      const solid = values.strength * dice.between(0.3, 1);
      const hair = dice.next() < values.hairs / ONE_IN;
      if (!hair) {
        const radius = 0.5 * values.size * Math.exp(0.6 * dice.normal() - 0.3) * asked.scale;
        const alpha = disc(radius, 0.8 * radius);
        const seen = (dx: number, dy: number) => solid * alpha(dx, dy * 1.2);
        drawing.lay(x, y, (radius * 1.5 + 1) / asked.scale, light, 'covers', seen);
        continue;
      }
      // A hair is part of a circle.
      const bow = values.size * LONG * dice.between(0.3, 1) * asked.scale;
      const [turn, open] = [dice.next() * 2 * Math.PI, dice.between(0.6, 2.2)];
      const thin = Math.max(0.7, 0.14 * values.size * asked.scale);
      const weak = Math.min(1, (0.14 * values.size * asked.scale) / thin);
      drawing.lay(x, y, (bow + thin) / asked.scale, light, 'covers', (dx, dy) => {
        const away = Math.abs(Math.hypot(dx, dy) - bow) / thin;
        if (away >= 1) return 0;
        const angle = Math.atan2(dy, dx) - turn;
        const within = Math.abs(angle - 2 * Math.PI * Math.round(angle / (2 * Math.PI))) / open;
        return within >= 1 ? 0 : weak * solid * (1 - away * away) * Math.min(1, 4 * (1 - within));
      });
    }
    return drawing.held();
  },
};
