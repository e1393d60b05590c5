import type { Point } from '@diplex/document';
import { Arrow as Drawn } from 'react-konva';

interface ArrowProps {
  /** Where its tip is, on the screen. */
  readonly at: Point;
  /** From where it comes, degrees clockwise from up. */
  readonly azimuth: number;
  readonly colour: string;
  /** From the tip to the other end, in pixels of the screen. */
  readonly length: number;
  /** A dashed arrow is the thing's own light, a plain one the scene's. */
  readonly look: 'dashed' | 'plain';
}

/** An arrow that shows from where light comes. */
export function Arrow({ at, azimuth, colour, length, look }: ArrowProps) {
  const angle = (azimuth * Math.PI) / 180;
  const from = { x: at.x + length * Math.sin(angle), y: at.y - length * Math.cos(angle) };
  const tip = { x: at.x + 0.25 * (from.x - at.x), y: at.y + 0.25 * (from.y - at.y) };
  const line = {
    points: [from.x, from.y, tip.x, tip.y],
    ...{ pointerLength: 9, pointerWidth: 9, listening: false },
    ...(look === 'dashed' && { dash: [7, 5] }),
  };
  return (
    <>
      <Drawn {...line} stroke="#000" fill="#000" strokeWidth={5} opacity={0.55} />
      <Drawn {...line} stroke={colour} fill={colour} strokeWidth={2} />
    </>
  );
}
