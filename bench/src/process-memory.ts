import { readdirSync, readFileSync } from 'node:fs';

/** The processes that came from one, itself among them. */
export function familyOf(pid: number): number[] {
  const children = new Map<number, number[]>();
  for (const name of readdirSync('/proc').filter((each) => /^\d+$/.test(each))) {
    try {
      const parent = Number(
        /PPid:\s+(\d+)/.exec(readFileSync(`/proc/${name}/status`, 'utf8'))?.[1],
      );
      children.set(parent, [...(children.get(parent) ?? []), Number(name)]);
    } catch {
      // It ended meanwhile.
    }
  }
  const from = (each: number): number[] => [each, ...(children.get(each) ?? []).flatMap(from)];
  return from(pid);
}

/** Memory that a process has to itself, and its share of what it has with others, in bytes; 0 for one that ended. */
export function memoryOf(pid: number): number {
  try {
    const text = readFileSync(`/proc/${pid}/smaps_rollup`, 'utf8');
    return Number(/Pss:\s+(\d+) kB/.exec(text)?.[1] ?? 0) * 1024;
  } catch {
    return 0;
  }
}
