import type { Patch } from './operations/operation';

type Key = string | number;

function isRecord(value: unknown): value is Record<string, unknown> {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

/**
 * The patches that lead from one plain value to another. What both share by identity is not looked
 * into; lists of another length are replaced as a whole. Empty when both say the same.
 */
export function difference(before: unknown, after: unknown, path: readonly Key[] = []): Patch[] {
  if (Object.is(before, after)) return [];
  if (isRecord(before) && isRecord(after)) {
    const gone = Object.keys(before)
      .filter((key) => !(key in after))
      .map((key) => ({ op: 'remove' as const, path: [...path, key] }));
    const rest = Object.entries(after).flatMap(([key, value]) => {
      if (value === undefined && before[key] === undefined && key in before) return [];
      const at = [...path, key];
      if (!(key in before)) return [{ op: 'add' as const, path: at, value }];
      return difference(before[key], value, at);
    });
    return [...gone, ...rest] as Patch[];
  }
  if (Array.isArray(before) && Array.isArray(after) && before.length === after.length) {
    return after.flatMap((value, i) => difference(before[i], value, [...path, i]));
  }
  return [{ op: 'replace', path: [...path], value: after } as Patch];
}
