import type { ValuesOf } from '../../fields';
import type { GeneratedComputation } from '../generated';
import { lightOf } from '../pixels';
import { SpriteDrawing, strewn } from '../sprites';
import type { snow } from './definition';

type Values = ValuesOf<typeof snow.fields>;

/** Flakes at one distance: how large they look, how many there are, how soft and how solid they are. */
interface Plane {
  readonly size: number;
  readonly many: number;
  readonly soft: number;
  readonly solid: number;
}

/** From far to near. What is near is larger, fewer, out of focus and seen through. */
const PLANES: readonly Plane[] = [
  { size: 0.28, many: 9, soft: 1, solid: 0.45 },
  { size: 0.5, many: 5, soft: 0.9, solid: 0.7 },
  { size: 1, many: 2.2, soft: 0.7, solid: 0.95 },
  { size: 2.2, many: 0.5, soft: 0.9, solid: 0.6 },
  { size: 6.5, many: 0.07, soft: 0.5, solid: 0.3 },
];

/** The plane that is in focus. */
const SHARP = 2;

/** Flakes are strewn in cells so many times as large as one of size 1. */
const CELL = 26;

/** How solid a flake is at a distance from the way that it fell while the shutter was open. */
function flake(radius: number, soft: number, wayX: number, wayY: number) {
  const shown = Math.max(radius, 0.55);
  const weak = Math.min(1, (radius / shown) ** 2);
  const length = Math.hypot(wayX, wayY);
  // Smeared over its way, it is the weaker.
  const smeared = shown / (shown + 0.6 * length);
  const edge = Math.max(1, 2 * soft * shown);
  const square = Math.max(1e-9, wayX * wayX + wayY * wayY);
  return (dx: number, dy: number) => {
    const t = Math.max(-0.5, Math.min(0.5, (dx * wayX + dy * wayY) / square));
    const away = Math.hypot(dx - t * wayX, dy - t * wayY);
    const inside = (shown + edge / 2 - away) / edge;
    if (inside <= 0) return 0;
    const full = inside >= 1 ? 1 : inside * inside * (3 - 2 * inside);
    return weak * smeared * full;
  };
}

/** Flakes in five planes of depth, falling along the wind: small, many and dim far away, few, large and blurred near by. */
export const computeSnow: GeneratedComputation<Values> = {
  draw(values, asked) {
    const drawing = new SpriteDrawing(asked);
    const light = lightOf(values.colour);
    const lean = (values.wind * Math.PI) / 180;
    PLANES.forEach((plane, index) => {
      const near = index > SHARP ? values.near : 1;
      const far = index < SHARP ? values.depth : 1;
      const many = plane.many * values.density * near * far;
      if (many === 0) return;
      const size = values.size * plane.size;
      const reach = size * (2.6 + values.motion * 1.3);
      for (const { x, y, dice } of strewn(asked, CELL * values.size, many, reach, index)) {
        const radius = 0.5 * size * Math.exp(0.35 * dice.normal());
        const turned = lean + 0.09 * dice.normal();
        const fallen = 2 * radius * values.motion * dice.between(0.4, 1.1) * asked.scale;
        const solid = values.strength * plane.solid * dice.between(0.55, 1);
        const alpha = flake(
          ...([
            radius * asked.scale,
            plane.soft,
            fallen * Math.sin(turned),
            fallen * Math.cos(turned),
          ] as const),
        );
        drawing.lay(
          x,
          y,
          Math.min(reach, 2.2 * radius + fallen / asked.scale + 1),
          light,
          'covers',
          (dx, dy) => solid * alpha(dx, dy),
        );
      }
    });
    return drawing.held();
  },
};
