import { LUMA } from '@diplex/imaging';
import { decodeExactly } from '@diplex/kernels';
import { balanceFor, balanceMatrix } from '@diplex/steps';
import type { ProposedStep } from './rows';

type Colour = readonly [red: number, green: number, blue: number];

const luminance = (of: readonly number[]) =>
  LUMA.reduce((sum, share, c) => sum + share * (of[c] as number), 0);

/**
 * What makes one patch look like another: the light's colour, and then its strength.
 * @param own, other mean colours, straight and encoded, 0..1
 * @returns null where one of them is too dark to tell a colour
 */
export function byExample(own: Colour, other: Colour): ProposedStep[] | null {
  const light = (colour: Colour) => colour.map(decodeExactly) as [number, number, number];
  const [from, to] = [light(own), light(other)];
  const [a, b] = [balanceFor(from), balanceFor(to)];
  if (!a || !b) return null;
  const [temperature, tint] = [a.temperature - b.temperature, a.tint - b.tint];
  const balanced = balanceMatrix(temperature, tint).map((row) =>
    row.reduce((sum, share, c) => sum + share * (from[c] as number), 0),
  );
  const stops = Math.log2(luminance(to) / Math.max(1e-6, luminance(balanced)));
  return [
    { kind: 'exposure', values: { stops } },
    { kind: 'white-balance', values: { temperature, tint } },
  ];
}
