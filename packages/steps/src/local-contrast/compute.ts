import type { NearComputation } from '../computation';
import type { ValuesOf } from '../fields';
import { gainByBase, linesThrough, stopsAndSquares } from '../lightness-base';
import type { localContrast } from './definition';

type Values = ValuesOf<typeof localContrast.fields>;

/** Differences from the base of more stops than this are raised less and less. */
const FULL = 1.5;

/** Raises, or lowers, how far light differs from the edge-keeping mean around it. */
export const computeLocalContrast: NearComputation<Values> = {
  reads: 'near',
  deviation: ({ radius }) => radius / 2,
  again: (_, blurred) => linesThrough(blurred),
  source: (_, image, coverage, space) => stopsAndSquares(image, coverage, space),
  combine: ({ contrast }, own, lines, space) =>
    gainByBase(own, lines, space, (stops, base) => {
      const detail = stops - base;
      return (contrast * detail) / (1 + Math.max(0, contrast) * (Math.abs(detail) / FULL));
    }),
};
