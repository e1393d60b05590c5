import { LIMITS } from './limits';
import { rule } from './rules';
import { listOf, shaped, within } from './shapes';

const number = (value: unknown) => Number.isFinite(value);

/** The path of an outline with absolute commands. */
const isPath = (value: unknown) =>
  typeof value === 'string' &&
  value.length <= LIMITS.glyphLength &&
  /^[MLQCZ\d\s,.-]*$/.test(value);

const isPlace = (value: unknown) =>
  shaped(value, { glyph: within(0, LIMITS.glyphs), x: number, y: number, turn: number });

export const IsDrawnText = rule(
  'isDrawnText',
  (value) =>
    shaped(value, {
      unit: (unit) => number(unit) && (unit as number) > 0,
      glyphs: listOf(isPath, LIMITS.glyphs),
      places: listOf(isPlace, LIMITS.textLength),
    }),
  'must be glyphs by their outlines, and where they stand',
);

export const IsText = rule(
  'isText',
  (value) => typeof value === 'string' && value.length <= LIMITS.textLength,
  `must be text of at most ${LIMITS.textLength} characters`,
);

export const IsLetterFont = rule(
  'isLetterFont',
  (value) =>
    shaped(value, {
      family: (family) => typeof family === 'string' && family.length <= LIMITS.nameLength,
      file: (file) => typeof file === 'string' && /^[\w-]{1,64}$/.test(file),
    }),
  'must be a font by its family and its file',
);
