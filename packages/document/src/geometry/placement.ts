import { type Matrix, multiply, type Point, rotation, scaling, translation } from './matrix';

/** Where and how a layer lies on the canvas, in parts that people edit. */
export interface Placement {
  /** The centre of the layer, in composition pixels from the upper left corner of the canvas. */
  readonly x: number;
  readonly y: number;
  /** Composition pixels for each pixel of the source, before turning. Greater than 0. */
  readonly scaleX: number;
  readonly scaleY: number;
  /** Degrees, clockwise. */
  readonly turn: number;
  /** Swapped left for right, before turning. */
  readonly mirrorAcross: boolean;
  /** Swapped top for bottom, before turning. */
  readonly mirrorDown: boolean;
}

export interface Size {
  readonly width: number;
  readonly height: number;
}

/** Natural size, the centre of the layer at `centre`. */
export function placedAt(centre: Point): Placement {
  return {
    ...{ x: centre.x, y: centre.y, scaleX: 1, scaleY: 1, turn: 0 },
    ...{ mirrorAcross: false, mirrorDown: false },
  };
}

/** The map from pixels of the source (its upper left corner is 0, 0) to composition pixels. */
export function placementMatrix(placement: Placement, size: Size): Matrix {
  const { x, y, scaleX, scaleY, turn, mirrorAcross, mirrorDown } = placement;
  const inner = multiply(
    scaling(mirrorAcross ? -scaleX : scaleX, mirrorDown ? -scaleY : scaleY),
    translation(-size.width / 2, -size.height / 2),
  );
  return multiply(translation(x, y), multiply(rotation(turn), inner));
}

/** The smallest scale at which a turned `size` covers (`fill`) or the largest at which it fits in (`fit`) the canvas. */
export function scaleToCanvas(way: 'fit' | 'fill', size: Size, canvas: Size, turn: number): number {
  const [c, s] = rotation(turn).slice(0, 2).map(Math.abs) as [number, number];
  if (way === 'fit') {
    return Math.min(
      canvas.width / (size.width * c + size.height * s),
      canvas.height / (size.width * s + size.height * c),
    );
  }
  // The canvas, seen from the turned layer, must lie inside it.
  return Math.max(
    (canvas.width * c + canvas.height * s) / size.width,
    (canvas.width * s + canvas.height * c) / size.height,
  );
}
