import type { ValuesOf } from '../../fields';
import { Dice } from '../../noise/dice';
import type { GeneratedComputation } from '../generated';
import { type Light, lightOf } from '../pixels';
import { SpriteDrawing } from '../sprites';
import type { bokeh } from './definition';

type Values = ValuesOf<typeof bokeh.fields>;

/** How many of the lights have the first, the second and the third colour. */
const SHARES = [0.62, 0.26, 0.12] as const;

/** How far out a place of a disc lies, 1 at its edge, by how many blades close the lens. */
function outwards({ blades, roundness }: Values): (dx: number, dy: number) => number {
  const part = (2 * Math.PI) / Math.round(blades);
  const half = Math.cos(part / 2);
  return (dx, dy) => {
    const away = Math.hypot(dx, dy);
    if (roundness >= 1) return away;
    const angle = Math.atan2(dx, -dy);
    const within = (((angle % part) + part) % part) - part / 2;
    const straight = half / Math.cos(within);
    return away / (straight + (1 - straight) * roundness);
  };
}

/** Lights far out of focus, as discs of the lens's opening, more of them about a place. */
export const computeBokeh: GeneratedComputation<Values> = {
  draw(values, asked) {
    const drawing = new SpriteDrawing(asked);
    const { width, height } = asked.size;
    const colours = [values.first, values.second, values.third].map(lightOf);
    const out = outwards(values);
    const wide = values.spread * 0.5 * Math.max(width, height);
    const count = Math.round(values.count);
    for (let n = 0; n < count; n++) {
      const dice = new Dice(n, 29, asked.seed);
      const x = values.where.x * width + wide * dice.normal();
      const y = values.where.y * height + 0.6 * wide * dice.normal();
      const radius = 0.5 * values.size * Math.exp(0.9 * values.range * dice.normal());
      const which = dice.next();
      const [first, second] = SHARES;
      const at = which < first ? 0 : which < first + second ? 1 : 2;
      const tone = dice.between(0.75, 1.1);
      const light = (colours[at] as Light).map((value) =>
        Math.min(1, value * tone),
      ) as unknown as Light;
      // The same light over a larger disc is dimmer.
      const large = Math.max(0.35, Math.min(1.6, values.size / 2 / radius));
      const strength = values.bright * large * dice.next() ** 1.4;
      const own = radius * asked.scale;
      const shown = Math.max(own, 0.6);
      const weak = Math.min(1, (own / shown) ** 2);
      const edge = Math.max(1 / shown, values.soft);
      drawing.lay(x, y, (shown * (1 + edge / 2)) / asked.scale, light, 'adds', (dx, dy) => {
        const t = out(dx, dy) / shown;
        const inside = (1 + edge / 2 - t) / edge;
        if (inside <= 0) return 0;
        const full = inside >= 1 ? 1 : inside * inside * (3 - 2 * inside);
        const rim = values.rim * Math.max(0, 1 - Math.abs(t - 0.94) / 0.1);
        return weak * strength * full * (1 - 0.35 * values.rim + rim);
      });
    }
    return drawing.held();
  },
};
