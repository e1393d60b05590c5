/** One line of the bench: a figure, what it is held against, and whether it holds. */
export interface Row {
  readonly what: string;
  /** What it is compared with in the same run; null where the target is a figure of its own. */
  readonly reference: string | null;
  readonly ours: number;
  readonly theirs: number | null;
  readonly unit: string;
  /** Ours divided by theirs; null without a reference. */
  readonly ratio: number | null;
  /** The ratio, or where there is none our figure, must be at most this. */
  readonly target: number;
  readonly holds: boolean;
}

const ROUNDS = 5;

export async function milliseconds(work: () => unknown): Promise<number> {
  const start = performance.now();
  await work();
  return performance.now() - start;
}

export function median(values: readonly number[]): number {
  return quantile(values, 0.5);
}

/** The least value that a share of all values do not exceed. */
export function quantile(values: readonly number[], share: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? Number.NaN;
}

/**
 * Times both, turn by turn after one round to warm up, and compares the medians. `prepare` is done
 * before each turn and does not count.
 */
export async function compare(
  what: string,
  reference: string,
  target: number,
  ours: () => unknown,
  theirs: () => unknown,
  rounds = ROUNDS,
  prepare: () => unknown = () => undefined,
): Promise<Row> {
  const times: [number, number][] = [];
  for (let round = 0; round <= rounds; round++) {
    await prepare();
    const pair: [number, number] = [await milliseconds(ours), await milliseconds(theirs)];
    if (round > 0) times.push(pair);
  }
  const [a, b] = [median(times.map(([t]) => t)), median(times.map(([, t]) => t))];
  const ratio = a / b;
  return { what, reference, ours: a, theirs: b, unit: 'ms', ratio, target, holds: ratio <= target };
}

/** A figure that stands for itself. */
export function figure(what: string, ours: number, unit: string, target: number): Row {
  const alone = { reference: null, theirs: null, ratio: null };
  return { what, ours, unit, ...alone, target, holds: ours <= target };
}

/** A row as one line of text. */
export function lineOf(row: Row): string {
  const verdict = row.holds ? 'holds        ' : 'DOES NOT HOLD';
  const number = (value: number) => value.toPrecision(value >= 100 ? 4 : 3);
  if (row.ratio === null) {
    return `${verdict}  ${number(row.ours)} ${row.unit} (at most ${row.target})  ${row.what}`;
  }
  const times = `${number(row.ours)} ${row.unit} to ${number(row.theirs ?? 0)} ${row.unit}`;
  return `${verdict}  ${row.ratio.toFixed(2)} (at most ${row.target})  ${row.what}, against ${row.reference}: ${times}`;
}
