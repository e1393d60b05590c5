import type { AmountField } from './fields';

/** An amount as it is told: shares as percent, with the unit. */
export function amountSaid({ unit }: AmountField, value: unknown): string {
  const number = Number(value);
  const shown = unit === '%' ? number * 100 : number;
  const rounded = Number(shown.toFixed(Math.abs(shown) < 10 ? 2 : 1));
  return unit === '' ? `${rounded}` : `${rounded} ${unit}`;
}
