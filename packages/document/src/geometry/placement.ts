import { type Matrix, multiply, type Point, rotation, scaling, translation } from './matrix';

/** Where and how a layer lies, in parts that people edit. */
export interface Placement {
  /** The centre of the layer (of a group: its own corner), from the corner of what it lies in. */
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
  /** By how many degrees upright lines lean over, after scaling and before turning; none when left out. */
  readonly skew?: number;
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

/** The map from pixels of the source (its upper left corner is 0, 0) to what the layer lies in. */
export function placementMatrix(placement: Placement, size: Size): Matrix {
  const { x, y, scaleX, scaleY, turn, mirrorAcross, mirrorDown, skew } = placement;
  const scaled = multiply(
    scaling(mirrorAcross ? -scaleX : scaleX, mirrorDown ? -scaleY : scaleY),
    translation(-size.width / 2, -size.height / 2),
  );
  const inner = skew ? multiply([1, 0, Math.tan((skew * Math.PI) / 180), 1, 0, 0], scaled) : scaled;
  return multiply(translation(x, y), multiply(rotation(turn), inner));
}

/**
 * The placement whose map is `matrix` for a layer of that size: a turn, a skew and scales (the QR
 * decomposition). Mirrored from top to bottom where the map is a mirrored one, unless the placement
 * `like` was mirrored across only.
 */
export function placementOf(matrix: Matrix, size: Size, like?: Placement): Placement {
  const [a, b, c, d, e, f] = matrix;
  const mirrored = a * d - b * c < 0;
  const across = mirrored ? Boolean(like?.mirrorAcross && !like.mirrorDown) : turnedRound(like);
  const down = mirrored ? !across : turnedRound(like);
  const sign = across ? -1 : 1;
  const scaleX = Math.hypot(a, b);
  const [cos, sin] = [(sign * a) / scaleX, (sign * b) / scaleX];
  // The second column, seen from the turned first one.
  const along = cos * c + sin * d;
  const beside = (cos * d - sin * c) * (down ? -1 : 1);
  const skew = (Math.atan2(along * (down ? -1 : 1), beside) * 180) / Math.PI;
  const placed = {
    x: e + (a * size.width + c * size.height) / 2,
    y: f + (b * size.width + d * size.height) / 2,
    ...{ scaleX, scaleY: beside, turn: (Math.atan2(sin, cos) * 180) / Math.PI + 0 },
    ...{ mirrorAcross: across, mirrorDown: down },
  };
  return Math.abs(skew) < 1e-9 ? placed : { ...placed, skew };
}

/** Mirrored both ways: a half turn that people may have made as two mirrors. */
function turnedRound(like: Placement | undefined): boolean {
  return Boolean(like?.mirrorAcross && like.mirrorDown);
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
