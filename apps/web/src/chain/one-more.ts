import type { ItemField, ListField } from '@diplex/steps';

type Item = Readonly<Record<string, unknown>>;

/** The field by which items stand in order, if they do. */
const ORDER = 'at';

/**
 * A list with one item more. Items that stand in order along a way get one in the middle of the widest gap; others one
 * at the end, as new ones are.
 */
export function oneMore({ of }: ListField, items: readonly Item[]): readonly Item[] {
  const fresh = Object.fromEntries(
    Object.entries(of).map(([name, { start }]: [string, ItemField]) => [name, start]),
  );
  if (!(ORDER in of) || items.length < 2) return [...items, fresh];
  const places = items.map((item) => item[ORDER] as number);
  const gaps = places.slice(1).map((place, i) => place - (places[i] as number));
  const widest = gaps.indexOf(Math.max(...gaps));
  const at = ((places[widest] as number) + (places[widest + 1] as number)) / 2;
  const after = items.slice(widest + 1);
  return [...items.slice(0, widest + 1), { ...items[widest], [ORDER]: at }, ...after];
}
