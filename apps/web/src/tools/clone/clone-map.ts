import {
  invert,
  type Matrix,
  multiply,
  type Point,
  rotation,
  scaling,
  translation,
} from '@diplex/document';

/** How what is cloned is laid. */
export interface CloneLie {
  readonly source: Point;
  /** Where the pixel of the source is laid. */
  readonly start: Point;
  readonly turn: number;
  readonly scale: number;
  readonly mirrored: boolean;
}

/** From where pixels are laid to where they are taken, both in composition pixels. */
export function cloneMap({ source, start, turn, scale, mirrored }: CloneLie): Matrix {
  const laid = [
    rotation(turn),
    scaling(mirrored ? -scale : scale, scale),
    translation(-source.x, -source.y),
  ].reduce(multiply);
  return invert(multiply(translation(start.x, start.y), laid));
}
