import type { ValuesOf } from '../../fields';
import { Dice } from '../../noise/dice';
import { gradientNoise } from '../../noise/gradient-noise';
import type { GeneratedComputation, GeneratedPart } from '../generated';
import type { Light } from '../pixels';
import { SpriteDrawing } from '../sprites';
import { starLight } from '../star-light';
import type { embers } from './definition';

type Values = ValuesOf<typeof embers.fields>;

/** The coolest and the hottest glow, in kelvin. */
const [COOL, HOT] = [1350, 3000];

/** One in so many flies near the viewer, out of focus. */
const NEAR = 14;

interface Flight {
  readonly x: number;
  readonly y: number;
  /** How far it has come, 0..1. */
  readonly flown: number;
  /** Which way the air goes at a place, in the layer's own pixels; about 1 long. */
  readonly air: (x: number, y: number) => readonly [x: number, y: number];
}

/** How one of them looks. */
interface Ember {
  /** In the layer's own pixels. */
  readonly radius: number;
  readonly strength: number;
  /** How far it is drawn out along its way, in radii. */
  readonly long: number;
  readonly look: 'sharp' | 'blurred';
}

/** Where one of them is on its way, carried about by turbulence. */
function flightOf(
  values: Values,
  { width, height }: { readonly width: number; readonly height: number },
  dice: Dice,
  seed: number,
): Flight {
  const longer = Math.max(width, height);
  const [ax, ay] = [values.from.x * width, values.from.y * height];
  const [bx, by] = [values.to.x * width, values.to.y * height];
  const long = Math.max(1, Math.hypot(bx - ax, by - ay));
  const [dx, dy] = [(bx - ax) / long, (by - ay) / long];
  // More of them near where they come from.
  const flown = dice.next() ** 1.35;
  const wide = values.spread * longer * (0.25 + 0.75 * flown);
  const aside = wide * 0.55 * dice.normal();
  const [px, py] = [ax + dx * flown * long - dy * aside, ay + dy * flown * long + dx * aside];
  const eddy = 0.16 * longer;
  const swirl = (x: number, y: number) =>
    [
      gradientNoise(x / eddy, y / eddy, seed + 3),
      gradientNoise(x / eddy + 57, y / eddy, seed + 3),
    ] as const;
  const [cx, cy] = swirl(px, py);
  const far = values.turbulence * eddy * 0.6 * flown;
  const own = dice.normal() * 0.25;
  return {
    ...{ x: px + far * cx, y: py + far * cy, flown },
    air(x, y) {
      const [sx, sy] = swirl(x, y);
      const strong = 2.2 * values.turbulence;
      return [dx - own * dy + strong * sx, dy + own * dx + strong * sy];
    },
  };
}

/** Glowing bits that rise from a place, cool on their way, and are carried about; each with a small glow around it. */
export const computeEmbers: GeneratedComputation<Values> = {
  draw(values, asked) {
    const drawing = new SpriteDrawing(asked);
    const count = Math.round(values.count);
    for (let n = 0; n < count; n++) {
      const dice = new Dice(n, 17, asked.seed);
      const flight = flightOf(values, asked.size, dice, asked.seed);
      const near = dice.next() < values.near / NEAR;
      const radius = 0.5 * values.size * Math.exp(0.45 * dice.normal()) * (near ? 5 : 1);
      const cooled = Math.max(0, Math.min(1, 1 - 0.75 * flight.flown + 0.25 * dice.normal()));
      const kelvin = COOL + (HOT - COOL) * values.heat ** 0.8 * cooled;
      const light = starLight(kelvin);
      const strength = values.bright * (0.15 + 1.25 * cooled ** 1.5) * dice.between(0.5, 1.2);
      if (dice.next() < values.trails) {
        const long = values.long * Math.max(asked.size.width, asked.size.height);
        const trail = { radius: 0.6 * radius, strength: 0.7 * strength };
        layTrail(drawing, flight, trail, long * dice.between(0.2, 1.3), light, asked);
        continue;
      }
      const drawn = dice.between(0.2, 1.4);
      const ember = near
        ? { radius, strength: 0.28 * strength, long: 0.6, look: 'blurred' as const }
        : { radius, strength, long: drawn, look: 'sharp' as const };
      lay(drawing, flight, ember, light, asked.scale);
    }
    return drawing.held();
  },
};

function lay(
  drawing: SpriteDrawing,
  { x, y, air }: Flight,
  { radius, strength, long, look }: Ember,
  light: Light,
  scale: number,
): void {
  const [wayX, wayY] = air(x, y);
  const near = look === 'blurred';
  const length = Math.max(1e-6, Math.hypot(wayX, wayY));
  const [ux, uy] = [wayX / length, wayY / length];
  const own = radius * scale;
  const shown = Math.max(own, 0.6);
  const weak = Math.min(1, (own / shown) ** 2);
  const half = long * shown;
  const glow = near ? 0 : 0.12 * strength * weak;
  const far = near ? 1.3 : 7;
  drawing.lay(x, y, (half + far * shown) / scale, light, 'adds', (dx, dy) => {
    const along = dx * ux + dy * uy;
    const t = Math.max(-half, Math.min(half, along));
    const away = Math.hypot(dx - t * ux, dy - t * uy) / shown;
    if (near) return away >= 1.15 ? 0 : strength * Math.min(1, (1.15 - away) / 0.3);
    // It is brighter at its head.
    const head = half > shown ? 0.35 + 0.65 * ((t + half) / (2 * half)) : 1;
    const core = away < 1.6 ? strength * weak * head * Math.exp(-1.6 * away * away) : 0;
    const ends = Math.max(0, 1 - away / far);
    return core + glow * ends * ends;
  });
}

/** A trail is drawn in so many straight pieces. */
const PIECES = 18;

/** The way of one while the shutter was open: as the air carried it, brighter at its head. */
function layTrail(
  drawing: SpriteDrawing,
  { x, y, air }: Flight,
  { radius, strength }: Pick<Ember, 'radius' | 'strength'>,
  long: number,
  light: Light,
  { scale, part, origin }: GeneratedPart,
): void {
  const reach = 1.6 * long + 4 * radius + 2 / scale;
  const [left, top] = [(part.x - origin.x) / scale, (part.y - origin.y) / scale];
  const beyondX = x + reach < left || x - reach > left + part.width / scale;
  if (beyondX || y + reach < top || y - reach > top + part.height / scale) return;
  const shown = Math.max(radius * scale, 0.6);
  const weak = Math.min(1, (radius * scale) / shown);
  let [px, py] = [x, y];
  for (let k = 0; k < PIECES; k++) {
    const [ax, ay] = air(px, py);
    const length = Math.max(0.3, Math.hypot(ax, ay));
    const step = long / PIECES;
    const [ux, uy] = [ax / length, ay / length];
    const half = (step * scale) / 2;
    const [mx, my] = [px - (ux * step) / 2, py - (uy * step) / 2];
    const head = (1 - k / PIECES) ** 1.3;
    const wide = shown * (0.45 + 0.55 * head);
    drawing.lay(mx, my, (half + 3 * wide) / scale, light, 'adds', (dx, dy) => {
      const along = dx * ux + dy * uy;
      // Pieces meet without lying over one another.
      if (along < -half || along >= half) return 0;
      const away = Math.abs(dx * uy - dy * ux) / wide;
      if (away >= 3) return 0;
      const ends = 1 - away / 3;
      return strength * weak * head * (Math.exp(-1.6 * away * away) + 0.05 * ends * ends);
    });
    [px, py] = [px - ux * step, py - uy * step];
  }
}
