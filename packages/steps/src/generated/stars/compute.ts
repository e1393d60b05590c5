import type { ValuesOf } from '../../fields';
import { fractalNoise, smoothstep } from '../../noise/gradient-noise';
import type { GeneratedComputation, GeneratedPart } from '../generated';
import { filledByPlace, type Light } from '../pixels';
import { SpriteDrawing, strewn } from '../sprites';
import { starLight } from '../star-light';
import type { stars } from './definition';

type Values = ValuesOf<typeof stars.fields>;

/** The side of a cell in which stars are strewn, in the layer's own pixels, and how many are in one. */
const [CELL, PER_CELL] = [64, 8];

/** The reddest and the bluest star, in kelvin. */
const [RED, BLUE] = [3200, 14_000];

/** So much darker is the faintest star than the brightest, in magnitudes. */
const MAGNITUDES = 7;

/** The light that a lens spreads around a bright star ends so many deviations away. */
const HALO = 6;

interface BandOf {
  /** How far into the band a place lies: 1 in its middle, nothing beyond it. */
  at(x: number, y: number): number;
}

function bandOf({ from, to }: Values, { width, height }: GeneratedPart['size']): BandOf {
  const [ax, ay, bx, by] = [from.x * width, from.y * height, to.x * width, to.y * height];
  const long = Math.max(1, Math.hypot(bx - ax, by - ay));
  const [nx, ny] = [-(by - ay) / long, (bx - ax) / long];
  const wide = 0.16 * Math.max(width, height);
  return { at: (x, y) => Math.exp(-((((x - ax) * nx + (y - ay) * ny) / wide) ** 2)) };
}

function dust(values: Values, asked: GeneratedPart, band: BandOf) {
  const long = 0.22 * Math.max(asked.size.width, asked.size.height);
  const octaves = { count: 7, gain: 0.58, finest: 2 / (long * asked.scale) };
  return (x: number, y: number): number => {
    const within = band.at(x, y);
    if (within < 0.005) return 0;
    const cloud = 0.55 + 0.45 * fractalNoise(x / long, y / long, asked.seed * 13 + 5, octaves);
    const dark = fractalNoise(x / long / 0.6, y / long / 0.6, asked.seed * 13 + 71, octaves);
    const lane = smoothstep(-0.1, 0.5, dark - 0.25 + 0.5 * within ** 3);
    return values.band * within * cloud * (1 - 0.75 * lane);
  };
}

/** Stars by chance, faint ones the more, with the colours of their heat; and a band of unresolved ones with dust in it. */
export const computeStars: GeneratedComputation<Values> = {
  draw(values, asked) {
    const band = bandOf(values, asked.size);
    const glow = dust(values, asked, band);
    const drawing = new SpriteDrawing(asked);
    if (values.band > 0) {
      const filled = filledByPlace(asked, (x, y, to, i) => {
        const light = 0.09 * values.bright * glow(x, y);
        to[i] = light;
        to[i + 1] = 0.9 * light;
        to[i + 2] = 0.95 * light;
        to[i + 3] = light;
      });
      drawing.image.data.set(filled.data);
    }
    const most = 6 * values.size + 3 / asked.scale + 40 * values.size * values.rays;
    const perCell = PER_CELL * values.density * (1 + 2.5 * values.band);
    for (const { x, y, dice } of strewn(asked, CELL, perCell, most, 0)) {
      const chance = dice.next();
      // Outside the band there are fewer.
      const kept = dice.next();
      if (
        values.band > 0 &&
        kept > (1 + 2.5 * values.band * band.at(x, y)) / (1 + 2.5 * values.band)
      )
        continue;
      const magnitude = MAGNITUDES * chance ** (0.16 + 0.6 * (1 - values.range));
      const strength = values.bright * 2.5 * 10 ** (-0.4 * magnitude);
      const heat = RED + (BLUE - RED) * dice.next() ** 1.6;
      const hot = starLight(heat);
      const tint = hot.map((value) => 1 + values.colours * (value - 1)) as unknown as Light;
      layStar(drawing, x, y, strength, tint, values, asked.scale);
    }
    return drawing.held();
  },
};

/** The light of a star: a small blurred point, which only looks larger where it is too bright to be shown. */
function layStar(
  drawing: SpriteDrawing,
  x: number,
  y: number,
  strength: number,
  light: Light,
  { size, rays }: Values,
  scale: number,
): void {
  // Drawn smaller, a star still fills the pixel that it falls on, and is the weaker.
  const sigma = Math.max(0.6 * size * scale, 0.5);
  const spread = ((0.6 * size * scale) / sigma) ** 2;
  const peak = strength * Math.min(1, spread);
  if (peak < 0.0008) return;
  const far = Math.sqrt(2 * Math.log(Math.max(1.01, peak / 0.0006)));
  const halo = 0.02 * peak;
  const reach = (Math.max(far, halo > 0.001 ? HALO : 0) * sigma) / scale;
  const arm = rays * Math.min(1, Math.max(0, peak - 0.6)) * 22 * sigma;
  drawing.lay(x, y, Math.max(reach, arm / scale), light, 'adds', (dx, dy) => {
    const square = (dx * dx + dy * dy) / (sigma * sigma);
    const ends = Math.max(0, 1 - square / HALO ** 2);
    let value = peak * Math.exp(-square / 2) + (halo * ends * ends) / (1 + square);
    if (arm > 0) {
      const along = Math.max(Math.abs(dx), Math.abs(dy));
      const beside = Math.min(Math.abs(dx), Math.abs(dy));
      if (along < arm)
        value += 0.35 * peak * (1 - along / arm) ** 2 * Math.exp(-((beside / (0.7 * sigma)) ** 2));
    }
    return value;
  });
}
