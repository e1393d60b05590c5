import { ValidateBy, type ValidationOptions } from 'class-validator';
import type { Point } from '../geometry/matrix';
import { isConvex, type Quad } from '../geometry/projective';
import type { Range } from '../ranges';
import { LIMITS } from './limits';

export function rule(name: string, holds: (value: unknown) => boolean, says: string) {
  return (options?: ValidationOptions) =>
    ValidateBy(
      { name, validator: { validate: holds, defaultMessage: () => `$property ${says}` } },
      options,
    );
}

export function isPoint(value: unknown): value is Point {
  const point = value as Point | null;
  return (
    typeof point === 'object' &&
    point !== null &&
    Number.isFinite(point.x) &&
    Number.isFinite(point.y)
  );
}

const SHA256 = /^[0-9a-f]{64}$/;

const IDENTIFIER = /^[\w-]{1,64}$/;

export const IsBlobHash = rule(
  'isBlobHash',
  (value) => typeof value === 'string' && SHA256.test(value),
  'must be a SHA-256 in 64 lower-case hexadecimal digits',
);

/** A point of an outline: a place, and perhaps the places of its handles. */
function isOutlinePoint(value: unknown): boolean {
  if (!isPoint(value)) return false;
  const handles = value as { in?: unknown; out?: unknown };
  return [handles.in, handles.out].every((each) => each === undefined || isPoint(each));
}

export function isLoop(value: unknown): boolean {
  return (
    Array.isArray(value) &&
    value.length >= 3 &&
    value.length <= LIMITS.outlinePoints &&
    value.every(isOutlinePoint)
  );
}

export const IsLoops = rule(
  'isLoops',
  (value) => Array.isArray(value) && value.length <= LIMITS.marks && value.every(isLoop),
  'must be lists of three points at least',
);

export const IsPointList = rule(
  'isPointList',
  isLoop,
  `must be 3 to ${LIMITS.outlinePoints} points with finite x and y`,
);

export const IsOpenLine = rule(
  'isOpenLine',
  (value) =>
    Array.isArray(value) &&
    value.length >= 2 &&
    value.length <= LIMITS.outlinePoints &&
    value.every(isOutlinePoint),
  'must be a line of two points at least',
);

export const IsPoint = rule('isPoint', isPoint, 'must be a point with finite x and y');

export const IsPlaces = rule(
  'isPlaces',
  (value) =>
    Array.isArray(value) && value.length <= (LIMITS.bendSide + 1) ** 2 && value.every(isPoint),
  'must be a list of points with finite x and y',
);

export const IsQuad = rule(
  'isQuad',
  (value) =>
    Array.isArray(value) &&
    value.length === 4 &&
    value.every(isPoint) &&
    isConvex(value as unknown as Quad),
  'must be four corners that go round with none dented in',
);

/** A finite number within a range. */
export const InRange = ({ least, most }: Range) =>
  rule(
    'inRange',
    (value) => Number.isFinite(value) && (value as number) >= least && (value as number) <= most,
    `must be a number from ${least} to ${most}`,
  )();

/** A list of `count` numbers from `least` to `most`. */
export const IsNumbers = (count: number, least: number, most: number) =>
  rule(
    'isNumbers',
    (value) =>
      Array.isArray(value) &&
      value.length === count &&
      value.every((each) => Number.isFinite(each) && each >= least && each <= most),
    `must be ${count} numbers from ${least} to ${most}`,
  )();

export const IsTonesOf = rule(
  'isTonesOf',
  (value) =>
    value === 'own' ||
    value === 'behind' ||
    (typeof value === 'object' &&
      value !== null &&
      Object.keys(value).join() === 'layer' &&
      IDENTIFIER.test(String((value as { layer: unknown }).layer))),
  "must be 'own', 'behind' or a layer",
);

export const isMatrix = (value: unknown) =>
  Array.isArray(value) &&
  value.length === 6 &&
  value.every(Number.isFinite) &&
  Math.abs(value[0] * value[3] - value[1] * value[2]) > 1e-12;

export const IsMatrix = rule(
  'isMatrix',
  isMatrix,
  'must be six finite numbers of a map that can be turned back',
);

export const isTileMap = (value: unknown) =>
  typeof value === 'object' &&
  value !== null &&
  !Array.isArray(value) &&
  Object.keys(value).length <= LIMITS.paintedTiles &&
  Object.entries(value).every(
    ([key, hash]) => /^-?\d{1,5},-?\d{1,5}$/.test(key) && SHA256.test(hash as string),
  );

export const IsTileMap = rule(
  'isTileMap',
  isTileMap,
  'must map "column,row" to the SHA-256 of a tile',
);

/** A name people gave: 1 to LIMITS.nameLength characters. */
export const IsName = rule(
  'isName',
  (value) =>
    typeof value === 'string' && value.trim().length > 0 && value.length <= LIMITS.nameLength,
  `must be text of 1 to ${LIMITS.nameLength} characters`,
);

export const IsIdentifier = rule(
  'isIdentifier',
  (value) => typeof value === 'string' && IDENTIFIER.test(value),
  'must be 1 to 64 letters, digits, hyphens or underscores',
);

/** Names of layers, each once. */
export const IsIdentifierList = rule(
  'isIdentifierList',
  (value) =>
    Array.isArray(value) &&
    value.length <= LIMITS.layers &&
    value.every((each) => typeof each === 'string' && IDENTIFIER.test(each)),
  `must be a list of at most ${LIMITS.layers} names`,
);

/** Things by their names. */
export const IsRecord = rule(
  'isRecord',
  (value) =>
    typeof value === 'object' &&
    value !== null &&
    !Array.isArray(value) &&
    Object.keys(value).length <= LIMITS.layers &&
    Object.keys(value).every((key) => IDENTIFIER.test(key)),
  `must hold at most ${LIMITS.layers} things by their names`,
);
