/** Bytes of so many letters of ASCII. */
export function letters(text: string): Uint8Array {
  return Uint8Array.from(text, (letter) => letter.charCodeAt(0));
}

/** A whole number in so many bytes, the least first. */
export function littleEndian(value: number, bytes: 2 | 3 | 4): Uint8Array {
  return new Uint8Array(bytes).map((_, i) => Math.floor(value / 256 ** i) % 256);
}

/** A whole number in so many bytes, the greatest first. */
export function bigEndian(value: number, bytes: 1 | 2 | 3 | 4): Uint8Array {
  return new Uint8Array(bytes).map((_, i) => Math.floor(value / 256 ** (bytes - 1 - i)) % 256);
}

/** Bytes one after the other. */
export function joined(parts: readonly Uint8Array[]): Uint8Array {
  const all = new Uint8Array(parts.reduce((sum, part) => sum + part.length, 0));
  let at = 0;
  for (const part of parts) {
    all.set(part, at);
    at += part.length;
  }
  return all;
}
