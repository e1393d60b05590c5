/**
 * A digest of a text's UTF-16 units, as 32 hexadecimal digits: four chains of multiplications that are mixed
 * in the end, as in MurmurHash3's 128-bit form. It tells states apart; it protects against nobody.
 */
export function digestOf(text: string): string {
  let [a, b, c, d] = [0x6a09e667, 0xbb67ae85, 0x3c6ef372, 0xa54ff53a];
  for (let i = 0; i < text.length; i++) {
    const unit = text.charCodeAt(i);
    a = b ^ Math.imul(a ^ unit, 0x239b961b);
    b = c ^ Math.imul(b ^ unit, 0xab0e9789);
    c = d ^ Math.imul(c ^ unit, 0x38b34ae5);
    d = a ^ Math.imul(d ^ unit, 0xa1e38b93);
  }
  const hex = (value: number) => {
    let h = value ^ text.length;
    h = Math.imul(h ^ (h >>> 16), 0x85ebca6b);
    h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35);
    return ((h ^ (h >>> 16)) >>> 0).toString(16).padStart(8, '0');
  };
  return hex(a ^ b) + hex(b ^ c) + hex(c ^ d) + hex(d ^ a ^ b);
}

/** Documents do not change, so what was worked out of a part of one holds for that part. */
const known = new WeakMap<object, string>();

/** The digest of a part of a document, worked out once. */
export function digestOfPart(part: object): string {
  const found = known.get(part);
  if (found !== undefined) return found;
  const made = digestOf(JSON.stringify(part));
  known.set(part, made);
  return made;
}
