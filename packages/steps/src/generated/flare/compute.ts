import { LUMA } from '@diplex/imaging';
import type { ValuesOf } from '../../fields';
import { Dice } from '../../noise/dice';
import { smoothstep } from '../../noise/gradient-noise';
import type { GeneratedComputation, GeneratedPart } from '../generated';
import { filledByPlace, type Light, lightOf } from '../pixels';
import { coverAt } from '../small-view';
import type { flare } from './definition';

type Values = ValuesOf<typeof flare.fields>;

/** Mirror images of the light between the lenses: how far along the line through the middle, how large, how strong. */
interface Ghost {
  readonly along: number;
  readonly size: number;
  readonly strength: number;
  readonly tint: Light;
  /** 0 for a filled one, 1 for a mere rim. */
  readonly hollow: number;
}

const GHOSTS = 9;

/** Light under the handle tells its colour from this strength on. */
const TELLS = 0.02;

/** Coatings of lenses throw back what they let through least. */
const TINTS: readonly Light[] = [
  [0.35, 1, 0.55],
  [1, 0.55, 0.3],
  [0.5, 0.65, 1],
  [0.9, 0.85, 0.6],
];

function ghostsOf({ seed }: GeneratedPart): Ghost[] {
  return Array.from({ length: GHOSTS }, (_, n) => {
    const dice = new Dice(n, 43, seed);
    return {
      along: dice.between(-0.9, 1.9),
      size: 0.03 + 0.16 * dice.next() ** 2,
      strength: dice.between(0.25, 1),
      tint: TINTS[Math.floor(dice.next() * TINTS.length)] as Light,
      hollow: dice.next() < 0.3 ? dice.between(0.6, 0.95) : dice.between(0, 0.35),
    };
  });
}

/** The light at the handle: its colour, and how much of it nothing covers. */
function lightAt(values: Values, asked: GeneratedPart, x: number, y: number, radius: number) {
  const covered = coverAt(asked.cover);
  let [open, count] = [0, 0];
  for (let j = -2; j <= 2; j++) {
    for (let i = -2; i <= 2; i++) {
      open += 1 - covered(x + (i / 2) * radius, y + (j / 2) * radius);
      count++;
    }
  }
  const own = lightOf(values.colour);
  const { behind } = asked;
  if (values.takes === 'own' || !behind) return { light: own, open: open / count };
  const { image, scale, x: ox, y: oy } = behind;
  const sum = [0, 0, 0];
  let all = 0;
  for (let j = -2; j <= 2; j++) {
    for (let i = -2; i <= 2; i++) {
      const u = Math.floor((x + (i / 2) * radius) * scale + ox);
      const v = Math.floor((y + (j / 2) * radius) * scale + oy);
      if (u < 0 || v < 0 || u >= image.width || v >= image.height) continue;
      const at = (v * image.width + u) * 4;
      const luma = LUMA.reduce(
        (total, share, c) => total + share * (image.data[at + c] as number),
        0,
      );
      // The brightest tells the colour of the light.
      const weight = luma * luma + 1e-4;
      all += weight;
      for (let c = 0; c < 3; c++)
        sum[c] = (sum[c] as number) + weight * (image.data[at + c] as number);
    }
  }
  if (all === 0) return { light: own, open: open / count };
  const mean = sum.map((value) => value / all);
  const most = Math.max(1e-6, ...mean);
  // What is dark tells no colour.
  const told = Math.min(1, most / TELLS);
  const light = mean.map((value, c) => (told * value) / most + (1 - told) * (own[c] as number));
  return { light: light as unknown as Light, open: open / count };
}

/** What a strong light leaves in a lens: a glow, a star by its blades, a ring, a streak, and ghosts on the line through the middle. */
export const computeFlare: GeneratedComputation<Values> = {
  level: ({ size }, scale, { width }) =>
    Math.max(0, Math.min(2, Math.floor(Math.log2((size * width * scale) / 260)))),
  draw(values, asked) {
    const { width, height } = asked.size;
    const longer = Math.max(width, height);
    const [cx, cy] = [values.at.x * width, values.at.y * height];
    const radius = values.size * longer;
    const { light, open } = lightAt(values, asked, cx, cy, 0.02 * longer);
    const strength = values.strength * open;
    const ghosts = values.ghosts > 0 ? ghostsOf(asked) : [];
    const blades = Math.round(values.blades);
    const points = blades % 2 === 0 ? blades : 2 * blades;
    const part = (2 * Math.PI) / blades;
    const half = Math.cos(part / 2);
    return filledByPlace(asked, (x, y, to, i) => {
      const [dx, dy] = [x - cx, y - cy];
      const away = Math.hypot(dx, dy) / radius;
      const angle = Math.atan2(dy, dx);
      let white =
        values.glow *
        (0.9 * Math.exp(-(away * 9)) + 0.28 * Math.exp(-(away * 2.6)) * (1 - away * 0.1));
      const spike = Math.abs(Math.cos((angle * points) / 2)) ** 60;
      white += values.rays * 0.7 * spike * Math.exp(-away * 3.4);
      const across = Math.abs(dy) / (0.012 * radius + 0.004 * Math.abs(dx));
      white += values.streak * 0.65 * Math.exp(-across) * Math.exp(-Math.abs(dx) / (1.6 * radius));
      const sum = light.map((value) => value * Math.max(0, white)) as [number, number, number];
      if (values.ring > 0) {
        // A halo, red without and blue within, as of every prism.
        for (let c = 0; c < 3; c++) {
          const at = 0.86 - 0.035 * c;
          const ring = Math.exp(-(((away - at) / 0.035) ** 2));
          sum[c] = (sum[c] as number) + values.ring * 0.35 * ring * (light[c] as number);
        }
      }
      for (const ghost of ghosts) {
        const gx = cx + (width / 2 - cx) * (1 + ghost.along);
        const gy = cy + (height / 2 - cy) * (1 + ghost.along);
        const [px, py] = [x - gx, y - gy];
        const reach = ghost.size * longer * (0.4 + values.size);
        const far = Math.hypot(px, py) / reach;
        if (far > 1.2) continue;
        const turned = Math.atan2(px, -py);
        const within = (((turned % part) + part) % part) - part / 2;
        const out = far / (half / Math.cos(within));
        const filled = 1 - smoothstep(0.88, 1.02, out);
        if (filled <= 0) continue;
        const rim = smoothstep(0.55, 0.97, out);
        const seen = filled * (1 - ghost.hollow + ghost.hollow * rim) * ghost.strength;
        for (let c = 0; c < 3; c++) {
          const tint = 0.35 * (light[c] as number) + 0.65 * (ghost.tint[c] as number);
          sum[c] = (sum[c] as number) + values.ghosts * 0.16 * seen * tint;
        }
      }
      const most = Math.max(sum[0], sum[1], sum[2], 1e-9);
      const alpha = Math.min(1, strength * most);
      for (let c = 0; c < 3; c++) to[i + c] = (alpha * (sum[c] as number)) / most;
      to[i + 3] = alpha;
    });
  },
};
