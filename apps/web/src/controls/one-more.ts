import type { Point } from '@diplex/document';
import type { ItemField, ListField } from '@diplex/steps';

type Item = Readonly<Record<string, unknown>>;

/** The field by which items stand in order, if they do. */
const ORDER = 'at';

/**
 * A list with one item more. Items that stand in order along a way get one in the middle of the widest gap; places go on
 * as far as the last one lies from that before it; others get one at the end, as new ones are.
 */
export function oneMore({ of }: ListField, items: readonly Item[]): readonly Item[] {
  const places = Object.entries(of).flatMap(([name, { kind }]) => (kind === 'place' ? [name] : []));
  const fresh = Object.fromEntries(
    Object.entries(of).map(([name, { start }]: [string, ItemField]) => [name, start]),
  );
  const [before, last] = items.slice(-2);
  if (before && last && places.length > 0) {
    return [...items, { ...last, ...onFrom(before, last, places) }];
  }
  if (!(ORDER in of) || items.length < 2) return [...items, fresh];
  const order = items.map((item) => item[ORDER] as number);
  const gaps = order.slice(1).map((at, i) => at - (order[i] as number));
  const widest = gaps.indexOf(Math.max(...gaps));
  const at = ((order[widest] as number) + (order[widest + 1] as number)) / 2;
  const after = items.slice(widest + 1);
  return [...items.slice(0, widest + 1), { ...items[widest], [ORDER]: at }, ...after];
}

/** Places as far beyond those of the last item as that lies from the one before it. */
function onFrom(before: Item, last: Item, names: readonly string[]): Item {
  const moved = names.map((name) => {
    const [from, to] = [before[name] as Point, last[name] as Point];
    return [name, { x: 2 * to.x - from.x, y: 2 * to.y - from.y }] as const;
  });
  return Object.fromEntries(moved);
}
