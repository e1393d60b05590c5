import type { ValuesOf } from '../../fields';
import { Dice } from '../../noise/dice';
import type { GeneratedComputation } from '../generated';
import { lightOf } from '../pixels';
import { SpriteDrawing } from '../sprites';
import type { scratches } from './definition';

type Values = ValuesOf<typeof scratches.fields>;

/** A scratch is drawn in so many straight pieces. */
const PIECES = 9;

/** Thin lines by chance, bent a little, that fade to their ends and break off. */
export const computeScratches: GeneratedComputation<Values> = {
  draw(values, asked) {
    const drawing = new SpriteDrawing(asked);
    const { width, height } = asked.size;
    const light = lightOf(values.colour);
    const count = Math.round(values.count);
    for (let n = 0; n < count; n++) {
      const dice = new Dice(n, 61, asked.seed);
      let [x, y] = [dice.next() * width, dice.next() * height];
      const lean = (values.angle * Math.PI) / 180 + values.spread * 0.9 * dice.normal();
      const long = values.length * Math.max(width, height) * dice.next() ** 1.8;
      const bend = (values.curl * dice.normal() * 1.2) / PIECES;
      const own = values.width * dice.between(0.4, 1.4) * asked.scale;
      const shown = Math.max(own, 0.8);
      const solid = values.strength * Math.min(1, own / shown) * dice.between(0.25, 1);
      const step = long / PIECES;
      for (let k = 0; k < PIECES; k++) {
        const angle = lean + bend * k;
        const [ux, uy] = [Math.cos(angle), Math.sin(angle)];
        const half = (step * asked.scale) / 2;
        const end = 1 - Math.abs((2 * (k + 0.5)) / PIECES - 1) ** 2;
        const gap = dice.next() < 0.12 ? 0.15 : 1;
        const [mx, my] = [x + (ux * step) / 2, y + (uy * step) / 2];
        drawing.lay(mx, my, (half + 2 * shown) / asked.scale, light, 'covers', (dx, dy) => {
          const along = dx * ux + dy * uy;
          if (along < -half || along >= half) return 0;
          const beside = Math.abs(dx * uy - dy * ux) / shown;
          return beside >= 1 ? 0 : solid * end * gap * (1 - beside * beside);
        });
        [x, y] = [x + ux * step, y + uy * step];
      }
    }
    return drawing.held();
  },
};
