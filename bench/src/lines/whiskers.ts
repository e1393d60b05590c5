import { coverageOf, type LineCase, over } from './draw-lines';

/** How many whiskers leave the head, and how long they are at most, in pixels. */
const [COUNT, LONGEST] = [15, 120];

/** A hand draws along them with a place every so many pixels, and off by so many. */
const [STEP, TREMBLES] = [9, 2.2];

interface Whisker {
  readonly angle: number;
  readonly length: number;
  readonly bend: number;
  /** At its root; it comes to a point. */
  readonly width: number;
}

function whiskerAt(i: number): Whisker {
  // A fixed rule that repeats nothing.
  const part = (k: number) => ((i * k) % 97) / 97;
  return {
    angle: (i / COUNT) * 2 * Math.PI + 0.2 * part(31),
    length: LONGEST * (0.55 + 0.45 * part(53)),
    bend: (part(17) - 0.5) * 0.012,
    width: 1 + 2.2 * part(71),
  };
}

/** A round head with whiskers that leave it and come to a point, before a photograph. */
export function whiskers(
  name: string,
  backdrop: Uint8Array,
  width: number,
  height: number,
  colour: readonly [number, number, number],
): LineCase {
  const [cx, cy, radius] = [width / 2, height / 2, Math.min(width, height) / 4];
  const all = Array.from({ length: COUNT }, (_, i) => whiskerAt(i));
  const covers = (x: number, y: number) => {
    const [dx, dy] = [x - cx, y - cy];
    if (dx * dx + dy * dy < radius * radius) return true;
    return all.some(({ angle, length, bend, width: root }) => {
      const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
      const along = dx * cos + dy * sin - radius + 3;
      if (along < 0 || along > length) return false;
      const across = -dx * sin + dy * cos - bend * along * along;
      return Math.abs(across) < (root / 2) * (1 - along / length);
    });
  };
  const alpha = coverageOf(width, height, covers);
  const drawn = all.map(({ angle, length, bend }) =>
    Array.from({ length: Math.ceil(length / STEP) }, (_, k) => {
      const along = k * STEP;
      const across = bend * along * along + TREMBLES * Math.sin(2.1 * k + angle);
      const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
      const away = radius - 3 + along;
      return { x: cx + away * cos - across * sin, y: cy + away * sin + across * cos };
    }),
  );
  return { name, width, height, alpha, drawn, image: over(backdrop, alpha, () => colour) };
}
