import type { ValuesOf } from '../../fields';
import { gradientNoise } from '../../noise/gradient-noise';
import type { GeneratedComputation, GeneratedPart } from '../generated';
import { type Light, lightOf } from '../pixels';
import { SpriteDrawing, streak, strewn } from '../sprites';
import type { rain } from './definition';

type Values = ValuesOf<typeof rain.fields>;

/** Drops at one distance: how long and wide their streaks look, how many there are, and how bright they are. */
const PLANES = [
  { long: 0.35, wide: 0.5, many: 5, bright: 0.45 },
  { long: 0.75, wide: 0.85, many: 1.6, bright: 0.8 },
  { long: 1.6, wide: 2, many: 0.22, bright: 0.55 },
] as const;

/** The plane at which streaks have the length and width that were asked for. */
const MIDDLE = 1;

/** Splashes are so wide, for the width of a streak, and seen so flat. */
const [SPLASH, FLAT] = [7, 0.3];

/** How a streak leans where it falls: gusts change that from place to place. */
function leanAt(
  values: Values,
  x: number,
  y: number,
  plane: number,
  { seed, size }: GeneratedPart,
): number {
  const long = 0.5 * Math.max(size.width, size.height);
  const gust = gradientNoise(x / long, y / long, seed * 7 + plane) * values.wind * 25;
  return ((values.angle + gust) * Math.PI) / 180;
}

/** Streaks of drops in three planes of depth, and by choice the crowns that they throw up from the ground. */
export const computeRain: GeneratedComputation<Values> = {
  draw(values, asked) {
    const drawing = new SpriteDrawing(asked);
    const light = lightOf(values.colour);
    PLANES.forEach(({ long, wide, many, bright }, index) => {
      const share = index === MIDDLE ? 1 : values.depth;
      const length = values.length * (index === MIDDLE ? 1 : 1 + (long - 1) * values.depth);
      const cell = Math.max(24, 0.9 * values.length);
      const reach = length;
      const perCell = many * values.density * share * (cell / 60);
      for (const { x, y, dice } of strewn(asked, cell, perCell, reach, index)) {
        const lean = leanAt(values, x, y, index, asked) + 0.02 * dice.normal();
        const own = length * dice.between(0.55, 1.15);
        const width = values.width * wide * dice.between(0.6, 1.2);
        const solid = values.strength * bright * dice.between(0.35, 1);
        const alpha = streak(
          -Math.sin(lean) * own * asked.scale,
          Math.cos(lean) * own * asked.scale,
          width * asked.scale,
        );
        drawing.lay(x, y, own / 2 + width, light, 'covers', (dx, dy) => solid * alpha(dx, dy));
      }
    });
    if (values.splashes > 0) splash(values, asked, drawing, light);
    return drawing.held();
  },
};

/** Crowns where drops meet the ground: small far away, larger towards the viewer. */
function splash(values: Values, asked: GeneratedPart, drawing: SpriteDrawing, light: Light): void {
  const { height } = asked.size;
  const ground = values.ground.y * height;
  const cell = 40;
  const most = SPLASH * values.width * 2.5;
  for (const { x, y, dice } of strewn(asked, cell, 0.9 * values.splashes, most, PLANES.length)) {
    if (y < ground) continue;
    const near = Math.min(1, (y - ground) / Math.max(1, height - ground));
    // Far away the ground is seen at a low angle, and holds more of them.
    if (dice.next() > 1.1 - 0.75 * near) continue;
    const radius =
      SPLASH * values.width * (0.35 + 0.85 * near) * dice.between(0.4, 1.2) * asked.scale;
    const solid = values.strength * dice.between(0.3, 0.9);
    const thin = Math.max(0.6, 0.16 * radius);
    const drops = Array.from({ length: 4 }, () => ({
      x: dice.between(-1, 1) * radius,
      y: -dice.between(0.3, 1.4) * radius,
      r: Math.max(0.5, 0.12 * radius * dice.between(0.5, 1.2)),
    }));
    const weak = Math.min(1, radius);
    drawing.lay(x, y, (2.2 * radius + 2) / asked.scale, light, 'covers', (dx, dy) => {
      const away = Math.hypot(dx, dy / FLAT);
      const ring = Math.max(0, 1 - Math.abs(away - radius) / thin) * (dy > 0 ? 1 : 0.55);
      const drop = drops.reduce(
        (sum, each) => Math.max(sum, 1 - Math.hypot(dx - each.x, dy - each.y) / each.r),
        0,
      );
      return weak * solid * Math.max(ring, drop);
    });
  }
}
