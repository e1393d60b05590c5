import type { Span } from '@diplex/kernels';

/** The opening of a lens through which light comes. */
export interface Aperture {
  /** From the middle to its corners, in pixels. */
  readonly radius: number;
  /** How many blades close it; they make its corners. */
  readonly blades: number;
  /** 0 for straight blades, 1 for a circle. */
  readonly roundness: number;
  /** Degrees by which it is turned. */
  readonly turn: number;
}

/** The row of a pixel is looked at in so many lines. */
const LINES = 16;

/** A circle, and what its blades cut it to, by so many corners. */
const CORNERS = 96;

/** The outline of an aperture, about its middle. */
export function apertureOutline({
  radius,
  blades,
  roundness,
  turn,
}: Aperture): readonly (readonly [x: number, y: number])[] {
  const part = (2 * Math.PI) / blades;
  return Array.from({ length: CORNERS }, (_, i) => {
    const angle = (i / CORNERS) * 2 * Math.PI;
    const within = (((angle % part) + part) % part) - part / 2;
    const straight = Math.cos(part / 2) / Math.cos(within);
    const away = radius * (straight + (1 - straight) * roundness);
    const at = angle + (turn * Math.PI) / 180;
    return [away * Math.sin(at), -away * Math.cos(at)] as const;
  });
}

/** Where a level line meets the outline: from where to where; null where it does not. */
function lineWithin(
  outline: readonly (readonly [x: number, y: number])[],
  y: number,
): readonly [from: number, to: number] | null {
  let [from, to] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  outline.forEach(([ax, ay], i) => {
    const [bx, by] = outline[(i + 1) % outline.length] as readonly [number, number];
    if (ay > y === by > y) return;
    const x = ax + ((y - ay) / (by - ay)) * (bx - ax);
    from = Math.min(from, x);
    to = Math.max(to, x);
  });
  return from < to ? [from, to] : null;
}

/** What an aperture covers of a row of pixels. */
export interface ApertureRow {
  /** How many rows below the middle one. */
  readonly dy: number;
  /** Counted from the left edge of the pixel in the middle. */
  readonly span: Span;
}

/** An aperture as one span for each row of pixels, as long as what it covers of the row, and all of them together. */
export function apertureRows(aperture: Aperture): {
  readonly rows: readonly ApertureRow[];
  readonly area: number;
} {
  const outline = apertureOutline(aperture);
  const reach = Math.ceil(aperture.radius + 0.5);
  const rows: ApertureRow[] = [];
  let area = 0;
  for (let dy = -reach; dy <= reach; dy++) {
    let [width, middle] = [0, 0];
    for (let i = 0; i < LINES; i++) {
      const line = lineWithin(outline, dy - 0.5 + (i + 0.5) / LINES);
      if (!line) continue;
      const long = line[1] - line[0];
      width += long / LINES;
      middle += (long / LINES) * ((line[0] + line[1]) / 2);
    }
    if (width < 1e-6) continue;
    const at = middle / width + 0.5;
    rows.push({ dy, span: { from: at - width / 2, to: at + width / 2 } });
    area += width;
  }
  return { rows, area };
}
