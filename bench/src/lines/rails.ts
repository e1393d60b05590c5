import { coverageOf, type LineCase, over } from './draw-lines';

/** The widths of rails, in pixels. */
const WIDTHS = [1, 1.5, 2, 3, 4];

/** How far apart rails stand, in pixels, and how much they lean, so that no edge lies on the grid. */
const [APART, LEAN] = [21.3, 0.07];

/** A fence with rails of one to four pixels and a handrail, before a photograph. */
export function rails(
  name: string,
  backdrop: Uint8Array,
  width: number,
  height: number,
  colour: readonly [number, number, number],
): LineCase {
  const covers = (x: number, y: number) => {
    if (y < 30 + 0.03 * x) return false;
    if (y < 38.4 + 0.03 * x) return true;
    const along = x - LEAN * y + 1000 * APART;
    const which = Math.floor(along / APART) % WIDTHS.length;
    return along % APART < (WIDTHS[which] as number);
  };
  const alpha = coverageOf(width, height, covers);
  return { name, width, height, alpha, image: over(backdrop, alpha, () => colour) };
}
