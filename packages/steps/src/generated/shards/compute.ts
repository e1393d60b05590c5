import type { ValuesOf } from '../../fields';
import { Dice } from '../../noise/dice';
import type { GeneratedComputation } from '../generated';
import { lightOf } from '../pixels';
import { SpriteDrawing } from '../sprites';
import type { shards } from './definition';

type Values = ValuesOf<typeof shards.fields>;

/** Corners of a shard. */
const [FEWEST, MOST] = [3, 5] as const;

/** The far ones are so much smaller than those that just came off. */
const SMALLER = 0.65;

/** An uneven polygon about a place: how far within its edges a place lies, in pixels of the drawing. */
function polygon(dice: Dice, radius: number, slim: number, turned: number) {
  const corners = Math.floor(dice.between(FEWEST, MOST + 0.999));
  const start = turned * dice.next() * 2 * Math.PI;
  const thin = 1 - 0.8 * slim * dice.next();
  const lean = turned * dice.next() * Math.PI;
  const [cosine, sine] = [Math.cos(lean), Math.sin(lean)];
  const points = Array.from({ length: corners }, (_, k) => {
    const angle = start + ((k + 0.55 * (dice.next() - 0.5)) / corners) * 2 * Math.PI;
    const away = radius * dice.between(0.7, 1);
    const [x, y] = [away * Math.cos(angle), away * Math.sin(angle) * thin];
    return [x * cosine - y * sine, x * sine + y * cosine] as const;
  });
  const edges = points.map(([ax, ay], k) => {
    const [bx, by] = points[(k + 1) % corners] as readonly [number, number];
    const long = Math.max(1e-6, Math.hypot(bx - ax, by - ay));
    return { ax, ay, nx: (by - ay) / long, ny: -(bx - ax) / long };
  });
  return (dx: number, dy: number): number => {
    let inside = Number.POSITIVE_INFINITY;
    for (const { ax, ay, nx, ny } of edges) {
      inside = Math.min(inside, -((dx - ax) * nx + (dy - ay) * ny));
    }
    return inside;
  };
}

/** Pieces that fly off from a place along a way, the fewer and the smaller the farther they have come. */
export const computeShards: GeneratedComputation<Values> = {
  draw(values, asked) {
    const drawing = new SpriteDrawing(asked);
    const { width, height } = asked.size;
    const light = lightOf(values.colour);
    const [ax, ay] = [values.from.x * width, values.from.y * height];
    const [bx, by] = [values.to.x * width, values.to.y * height];
    const long = Math.max(1, Math.hypot(bx - ax, by - ay));
    const [ux, uy] = [(bx - ax) / long, (by - ay) / long];
    const wide = 0.5 * values.spread * Math.max(width, height);
    const count = Math.round(values.count);
    for (let n = 0; n < count; n++) {
      const dice = new Dice(n, 83, asked.seed);
      const eats = dice.next() < 0.45 * values.inward;
      // Those that eat into the thing lie close behind where it begins.
      const flown = eats
        ? -0.5 * values.inward * dice.next() ** 1.6
        : 1 - (1 - dice.next()) ** (1 / values.falloff);
      const aside =
        wide * Math.max(-1.4, Math.min(1.4, 0.6 * dice.normal())) * (1 + 0.4 * Math.max(0, flown));
      const [x, y] = [ax + ux * flown * long - uy * aside, ay + uy * flown * long + ux * aside];
      const shrunk = 1 - SMALLER * Math.max(0, flown);
      const own = 0.5 * values.size * shrunk * Math.exp(0.7 * values.range * dice.normal());
      const radius = own * asked.scale;
      const shown = Math.max(radius, 0.6);
      const weak = Math.min(1, (radius / shown) ** 2);
      const inside = polygon(dice, shown, values.slim, values.turn);
      drawing.lay(x, y, (shown + 1) / asked.scale, light, 'covers', (dx, dy) => {
        const within = inside(dx, dy) + 0.5;
        return within <= 0 ? 0 : weak * Math.min(1, within);
      });
    }
    return drawing.held();
  },
};
