/** The longest code that WebP's lossless format can say. */
const LONGEST = 15;

function depths(counts: readonly number[]): number[] {
  let nodes = counts.flatMap((count, symbol) => (count > 0 ? [{ count, symbols: [symbol] }] : []));
  const found = counts.map(() => 0);
  while (nodes.length > 1) {
    nodes = nodes.sort((a, b) => b.count - a.count);
    const [last, other] = [nodes.pop(), nodes.pop()];
    if (!last || !other) break;
    const symbols = [...last.symbols, ...other.symbols];
    for (const symbol of symbols) found[symbol] = (found[symbol] ?? 0) + 1;
    nodes.push({ count: last.count + other.count, symbols });
  }
  return found;
}

/**
 * How many bits each symbol takes in a prefix code for symbols that come so often (D. Huffman, 1952), at most 15: counts are halved
 * until it fits. Symbols that never come take none; at least two must come.
 */
export function codeLengths(counts: readonly number[]): number[] {
  let weighed = [...counts];
  for (;;) {
    const lengths = depths(weighed);
    if (Math.max(...lengths) <= LONGEST) return lengths;
    weighed = weighed.map((count) => Math.ceil(count / 2));
  }
}

/** The bits of each symbol in the canonical code of such lengths, the first bit of a code the lowest. */
export function canonicalCodes(lengths: readonly number[]): number[] {
  const codes = lengths.map(() => 0);
  let code = 0;
  for (let length = 1; length <= LONGEST; length++) {
    lengths.forEach((its, symbol) => {
      if (its !== length) return;
      for (let bit = 0; bit < length; bit++) {
        codes[symbol] = (codes[symbol] ?? 0) | (((code >> (length - 1 - bit)) & 1) << bit);
      }
      code++;
    });
    code *= 2;
  }
  return codes;
}

/** Writes numbers of so many bits each, the lowest first. */
export class BitWriter {
  private bytes = new Uint8Array(1 << 16);
  private length = 0;
  private held = 0;
  private count = 0;

  /** @param bits at most 16 */
  put(value: number, bits: number): void {
    this.held |= value << this.count;
    this.count += bits;
    while (this.count >= 8) {
      this.byte(this.held & 255);
      this.held >>>= 8;
      this.count -= 8;
    }
  }

  end(): Uint8Array {
    if (this.count > 0) this.byte(this.held & 255);
    return this.bytes.subarray(0, this.length);
  }

  private byte(value: number): void {
    if (this.length === this.bytes.length) {
      const more = new Uint8Array(this.length * 2);
      more.set(this.bytes);
      this.bytes = more;
    }
    this.bytes[this.length++] = value;
  }
}
