import type { Composition, CropFrame, Point } from '@diplex/document';
import { RATIOS } from './settings';

/** All of the canvas as a frame. */
export function wholeFrame({ canvas }: Composition): CropFrame {
  return { x: 0, y: 0, width: canvas.width, height: canvas.height, turn: 0 };
}

/** The width for a height of one that a frame has to keep; null for none. */
export function ratioOf(name: string, { canvas }: Composition): number | null {
  const ratio = RATIOS[name] ?? null;
  return ratio === 0 ? canvas.width / canvas.height : ratio;
}

/** A frame with its proportions changed about its middle, as large as it was. */
export function inRatio(frame: CropFrame, ratio: number | null): CropFrame {
  if (ratio === null) return frame;
  const surface = frame.width * frame.height;
  const height = Math.sqrt(surface / ratio);
  const width = height * ratio;
  return {
    ...{ x: frame.x + (frame.width - width) / 2, y: frame.y + (frame.height - height) / 2 },
    ...{ width, height, turn: frame.turn },
  };
}

/** A frame between two corners, upright. */
export function framed(from: Point, to: Point, ratio: number | null): CropFrame {
  const width = Math.abs(to.x - from.x);
  const height = ratio === null ? Math.abs(to.y - from.y) : width / ratio;
  return {
    x: to.x < from.x ? from.x - width : from.x,
    y: to.y < from.y ? from.y - height : from.y,
    ...{ width, height, turn: 0 },
  };
}

/** By how much a frame has to turn so that a line comes to lie level or upright, whichever is nearer: -45 to 45 degrees. */
export function levelling(from: Point, to: Point): number {
  const angle = (Math.atan2(to.y - from.y, to.x - from.x) * 180) / Math.PI;
  return angle - 90 * Math.round(angle / 90);
}
