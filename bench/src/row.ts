/** One line of the bench: our time as a ratio to a reference timed in the same run. */
export interface Row {
  readonly what: string;
  readonly reference: string;
  readonly ours: number;
  readonly theirs: number;
  readonly ratio: number;
  /** The ratio must be at most this. */
  readonly target: number;
  readonly holds: boolean;
}

const ROUNDS = 5;

async function milliseconds(work: () => unknown): Promise<number> {
  const start = performance.now();
  await work();
  return performance.now() - start;
}

function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.floor(sorted.length / 2)] ?? Number.NaN;
}

/** Times both, turn by turn after one round to warm up, and compares the medians. */
export async function compare(
  what: string,
  reference: string,
  target: number,
  ours: () => unknown,
  theirs: () => unknown,
): Promise<Row> {
  const times: [number, number][] = [];
  for (let round = 0; round <= ROUNDS; round++) {
    const pair: [number, number] = [await milliseconds(ours), await milliseconds(theirs)];
    if (round > 0) times.push(pair);
  }
  const [a, b] = [median(times.map(([t]) => t)), median(times.map(([, t]) => t))];
  const ratio = a / b;
  return { what, reference, ours: a, theirs: b, ratio, target, holds: ratio <= target };
}
