import { type FloatImage, newFloatImage } from '@diplex/imaging';
import { Dice } from '../noise/dice';
import type { GeneratedPart } from './generated';
import type { Light } from './pixels';

/** Something small among many: where it is, in the layer's own pixels, and dice of its own. */
export interface Particle {
  readonly x: number;
  readonly y: number;
  readonly dice: Dice;
}

/**
 * Particles strewn by chance, so many in each cell of a grid on average: all that may reach into a part, always in the
 * same order.
 * @param reach how far one of them may reach from its place, in the layer's own pixels
 */
export function* strewn(
  { part, scale, origin, seed }: GeneratedPart,
  cell: number,
  perCell: number,
  reach: number,
  stream: number,
): Generator<Particle> {
  const first = (from: number, at: number) => Math.floor(((from - at) / scale - reach) / cell);
  const last = (to: number, at: number) => Math.floor(((to - at) / scale + reach) / cell);
  const [left, right] = [first(part.x, origin.x), last(part.x + part.width, origin.x)];
  const [top, bottom] = [first(part.y, origin.y), last(part.y + part.height, origin.y)];
  for (let j = top; j <= bottom; j++) {
    for (let i = left; i <= right; i++) {
      const dice = new Dice(i, j, seed * 64 + stream);
      // A share of the cells has one more.
      const count = Math.floor(perCell + dice.next());
      for (let k = 0; k < count; k++) {
        const own = new Dice(i, j, (seed * 64 + stream) * 31 + k + 1);
        yield { x: (i + own.next()) * cell, y: (j + own.next()) * cell, dice: own };
      }
    }
  }
}

/** How sprites meet what there is: light is added, or they cover. */
export type Meets = 'adds' | 'covers';

/** A drawing that sprites are laid on, premultiplied light. */
export class SpriteDrawing {
  readonly image: FloatImage;

  constructor(private readonly asked: GeneratedPart) {
    this.image = newFloatImage(asked.part.width, asked.part.height);
  }

  /**
   * Lays a sprite.
   * @param x, y its middle, in the layer's own pixels
   * @param reach how far from there it may be seen, in the layer's own pixels
   * @param alphaAt how much of it a place shows that lies so far away, in pixels of the drawing
   */
  lay(
    x: number,
    y: number,
    reach: number,
    light: Light,
    meets: Meets,
    alphaAt: (dx: number, dy: number) => number,
  ): void {
    const { part, scale, origin } = this.asked;
    const [cx, cy] = [x * scale + origin.x, y * scale + origin.y];
    const far = reach * scale + 1;
    const left = Math.max(0, Math.floor(cx - far - part.x));
    const right = Math.min(part.width, Math.ceil(cx + far - part.x));
    const top = Math.max(0, Math.floor(cy - far - part.y));
    const bottom = Math.min(part.height, Math.ceil(cy + far - part.y));
    const { data } = this.image;
    for (let v = top; v < bottom; v++) {
      const dy = part.y + v + 0.5 - cy;
      for (let u = left; u < right; u++) {
        const alpha = alphaAt(part.x + u + 0.5 - cx, dy);
        if (alpha <= 0) continue;
        const i = (v * part.width + u) * 4;
        const kept = meets === 'covers' ? 1 - Math.min(1, alpha) : 1;
        for (let c = 0; c < 3; c++) {
          data[i + c] = (data[i + c] as number) * kept + alpha * (light[c] as number);
        }
        data[i + 3] = (data[i + 3] as number) * kept + alpha;
      }
    }
  }

  /** The drawing with no more coverage than there can be; light that was added keeps its colour. */
  held(): FloatImage {
    const { data } = this.image;
    for (let i = 0; i < data.length; i += 4) {
      const alpha = data[i + 3] as number;
      if (alpha > 1) data[i + 3] = 1;
      // Straight colours end at white.
      const most = data[i + 3] as number;
      for (let c = i; c < i + 3; c++) data[c] = Math.min(most, data[c] as number);
    }
    return this.image;
  }
}

/** A disc whose edge is so soft, in pixels of the drawing: never sharper than its pixels, nor larger than it is. */
export function disc(radius: number, soft: number): (dx: number, dy: number) => number {
  const edge = Math.max(1, Math.min(soft, 2 * radius));
  // A disc smaller than a pixel is as bright as it is large.
  const small = radius < 0.5 ? (radius / 0.5) ** 2 : 1;
  const shown = Math.max(radius, 0.5);
  return (dx, dy) => {
    const t = (shown + edge / 2 - Math.sqrt(dx * dx + dy * dy)) / edge;
    if (t <= 0) return 0;
    return small * (t >= 1 ? 1 : t * t * (3 - 2 * t));
  };
}

/** A streak along a way, fading to its ends: never thinner than a pixel of the drawing, but then weaker. */
export function streak(
  wayX: number,
  wayY: number,
  width: number,
): (dx: number, dy: number) => number {
  const length = Math.max(1e-6, Math.hypot(wayX, wayY));
  const [x, y] = [wayX / length, wayY / length];
  const shown = Math.max(width, 1);
  const strength = Math.min(1, width);
  const half = Math.max(length / 2, shown / 2);
  return (dx, dy) => {
    const along = (dx * x + dy * y) / half;
    const beside = Math.abs(dx * y - dy * x) / shown;
    if (along <= -1 || along >= 1 || beside >= 1) return 0;
    const end = 1 - along * along;
    const side = 1 - beside * beside;
    return strength * end * side * side;
  };
}
