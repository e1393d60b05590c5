import { castByTonesRow } from './cast-by-tones';
import { exposureRow } from './exposure';
import { grainRow } from './grain';
import { lightColourRow } from './light-colour';
import { lightDirectionRow } from './light-direction';
import type { AgreementRow, Round } from './row';
import { saturationRow } from './saturation';
import { sharpnessRow } from './sharpness';
import { blackRow, contrastRow, whiteRow } from './spread';

export { kelvinOf } from './light-colour';
export type { AgreementRow, Compared, ProposedStep, Round } from './row';

/** Everything in which a thing and its scene are compared: one line each. */
export const AGREEMENT_ROWS: readonly AgreementRow[] = [
  exposureRow,
  lightColourRow,
  blackRow,
  whiteRow,
  contrastRow,
  saturationRow,
  castByTonesRow,
  sharpnessRow,
  grainRow,
  lightDirectionRow,
];

/** The order in which rows are taken when all are. */
export const ROUNDS: readonly Round[] = ['light', 'tones', 'sharpness', 'grain'];
