import { BitWriter, canonicalCodes, codeLengths } from './prefix-code';

/** Values of a sample, and the symbols that say how long a run is. */
const [VALUES, RUNS] = [256, 24];
const LONGEST_RUN = 4096;
/** The first byte: predicted by its neighbours' gradient, and compressed. */
const GRADIENT = 0b1101;

/** The symbol of a run of pixels like the one before, and the bits after it: value and how many. */
function runSymbol(length: number): readonly [number, number, number] {
  const from = length - 1;
  if (from < 4) return [from, 0, 0];
  const bits = 31 - Math.clz32(from) - 1;
  return [2 * (bits + 1) + ((from >> bits) & 1), from & ((1 << bits) - 1), bits];
}

/** Gives what differs from the prediction, row by row: the neighbours' plane, as the format has it. */
class Gradient {
  private above: Uint8Array | null = null;

  constructor(private readonly width: number) {}

  take(row: Uint8Array): Uint8Array {
    const { above, width } = this;
    const left = new Uint8Array(width);
    for (let x = 0; x < width; x++) {
      const west = x > 0 ? (row[x - 1] as number) : 0;
      const north = above ? (above[x] as number) : 0;
      let meant = x > 0 ? west : north;
      if (above && x > 0) {
        meant = Math.min(255, Math.max(0, west + north - (above[x - 1] as number)));
      }
      left[x] = (row[x] as number) - meant;
    }
    this.above = row.slice();
    return left;
  }
}

interface Spoken {
  value(value: number): void;
  /** So many more pixels are like the last one. */
  run(length: number): void;
}

/** Says a row of what is left; runs end with it. */
function say(row: Uint8Array, to: Spoken): void {
  for (let x = 0; x < row.length; ) {
    const value = row[x] as number;
    to.value(value);
    let end = x + 1;
    while (end < row.length && row[end] === value) end++;
    for (let left = end - x - 1; left > 0; left -= Math.min(left, LONGEST_RUN)) {
      to.run(Math.min(left, LONGEST_RUN));
    }
    x = end;
  }
}

/** The order in which lengths of the codes for code lengths stand, here 4 bits for each length of 0 to 15. */
const LENGTH_ORDER = [17, 18, 0, 1, 2, 3, 4, 5, 16, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15];
const LENGTH_BITS = 4;

function putHead(bits: BitWriter, lengths: readonly number[]): void {
  // No transform, no cache of colours, one group of codes.
  bits.put(0, 3);
  // Green, which holds alpha: a code of its own.
  bits.put(0, 1);
  bits.put(LENGTH_ORDER.length - 4, 4);
  for (const length of LENGTH_ORDER) bits.put(length < 16 ? LENGTH_BITS : 0, 3);
  bits.put(0, 1);
  const codes = canonicalCodes(Array.from({ length: 16 }, () => LENGTH_BITS));
  for (const length of lengths) bits.put(codes[length] as number, LENGTH_BITS);
  // Red, blue and alpha: always 0, in no bits.
  for (let channel = 0; channel < 3; channel++) bits.put(0b0001, 4);
  // Distances: always the pixel before (symbol 1), in no bits.
  bits.put(0b1001, 4);
}

/**
 * The chunk ALPH of a WebP, without loss (RFC 9649, 2.7.1.2 and 3): held are two rows and what comes of it, never the picture. Rows are
 * asked for twice.
 * @param rows alpha of 0 to 255, from the top, `width` samples each
 */
export async function alphaChunk(
  width: number,
  rows: () => AsyncIterable<Uint8Array>,
): Promise<Uint8Array> {
  const counts = Array.from({ length: VALUES + RUNS }, () => 0);
  const counting = (symbol: number) => {
    counts[symbol] = (counts[symbol] as number) + 1;
  };
  const counter: Spoken = {
    value: counting,
    run: (length) => counting(VALUES + runSymbol(length)[0]),
  };
  let gradient = new Gradient(width);
  for await (const row of rows()) say(gradient.take(row), counter);
  // A code has two symbols at least.
  for (const symbol of [0, 1]) counts[symbol] = Math.max(1, counts[symbol] as number);

  const lengths = codeLengths(counts);
  const codes = canonicalCodes(lengths);
  const bits = new BitWriter();
  bits.put(GRADIENT, 8);
  putHead(bits, lengths);
  const putSymbol = (symbol: number) =>
    bits.put(codes[symbol] as number, lengths[symbol] as number);
  const writer: Spoken = {
    value: putSymbol,
    run: (length) => {
      const [symbol, value, more] = runSymbol(length);
      putSymbol(VALUES + symbol);
      bits.put(value, more);
    },
  };
  gradient = new Gradient(width);
  for await (const row of rows()) say(gradient.take(row), writer);
  return bits.end();
}
