import type { ValuesOf } from '../../fields';
import { fractalNoise } from '../../noise/gradient-noise';
import type { GeneratedComputation, GeneratedPart } from '../generated';
import { filledByPlace, lightOf } from '../pixels';
import type { frame } from './definition';

type Values = ValuesOf<typeof frame.fields>;

/** How far a place lies within an opening (above 0) or beyond its edge, in the layer's own pixels. */
function insideBy(
  x: number,
  y: number,
  { size }: GeneratedPart,
  inset: number,
  round: number,
): number {
  const [halfX, halfY] = [size.width / 2 - inset, size.height / 2 - inset];
  const radius = round * Math.min(halfX, halfY);
  const dx = Math.abs(x - size.width / 2) - halfX + radius;
  const dy = Math.abs(y - size.height / 2) - halfY + radius;
  const beyond = Math.hypot(Math.max(0, dx), Math.max(0, dy)) + Math.min(0, Math.max(dx, dy));
  return radius - beyond;
}

/** An edge as wide as a pixel of the drawing. */
function covered(by: number, scale: number): number {
  return Math.max(0, Math.min(1, by * scale + 0.5));
}

/** A border round the picture: its surface, a line within it, and the shadow that it throws on what it frames. */
export const computeFrame: GeneratedComputation<Values> = {
  draw(values, asked) {
    const { scale, seed } = asked;
    const shorter = Math.min(asked.size.width, asked.size.height);
    const inset = values.width * shorter;
    const [own, line] = [lightOf(values.colour), lightOf(values.lineColour)];
    const rough = { count: 4, gain: 0.55, finest: 2 / (values.roughSize * scale) };
    const grain = { count: 4, gain: 0.6, finest: 2 / (12 * scale) };
    const away = values.lineAway * shorter;
    return filledByPlace(asked, (x, y, to, i) => {
      let inside = insideBy(x, y, asked, inset, values.round * 0.5);
      if (values.rough > 0) {
        const [u, v] = [x / values.roughSize, y / values.roughSize];
        inside += values.rough * 0.5 * values.roughSize * fractalNoise(u, v, seed * 53, rough);
      }
      const border = covered(-inside, scale);
      // The shadow falls on what lies within.
      const near = Math.max(0, 1 - Math.max(0, inside) / values.shadowSize);
      const dark = values.shadow * near * near * (1 - border);
      const lined = values.line > 0 ? covered(values.line / 2 - Math.abs(inside - away), scale) : 0;
      const surface =
        1 + 0.35 * values.texture * fractalNoise(x / 12, y / 12, seed * 53 + 7, grain);
      const above = Math.max(border, lined);
      for (let c = 0; c < 3; c++) {
        const body = Math.min(1, (own[c] as number) * surface);
        const mixed = border * body * (1 - lined) + lined * (line[c] as number);
        to[i + c] = Math.min(1, mixed);
      }
      to[i + 3] = above + dark * (1 - above);
      for (let c = i; c < i + 3; c++) to[c] = Math.min(to[c] as number, to[i + 3] as number);
    });
  },
};
