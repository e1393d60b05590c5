export const PNG_SIGNATURE = [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a] as const;

const CRC_TABLE = Uint32Array.from({ length: 256 }, (_, n) => {
  let c = n;
  for (let k = 0; k < 8; k++) c = c & 1 ? 0xedb88320 ^ (c >>> 1) : c >>> 1;
  return c;
});

function crc32(bytes: Uint8Array): number {
  let crc = 0xffffffff;
  for (const byte of bytes) crc = (CRC_TABLE[(crc ^ byte) & 0xff] as number) ^ (crc >>> 8);
  return (crc ^ 0xffffffff) >>> 0;
}

/** A chunk of a PNG: its length, type, body and checksum. */
export function chunk(type: string, body: Uint8Array): Uint8Array {
  const out = new Uint8Array(body.length + 12);
  const view = new DataView(out.buffer);
  view.setUint32(0, body.length);
  for (let i = 0; i < 4; i++) out[4 + i] = type.charCodeAt(i);
  out.set(body, 8);
  view.setUint32(8 + body.length, crc32(out.subarray(4, 8 + body.length)));
  return out;
}

/** A whole PNG of its chunks. */
export function png(chunks: readonly Uint8Array[]): Uint8Array {
  const length = chunks.reduce<number>((sum, each) => sum + each.length, PNG_SIGNATURE.length);
  const out = new Uint8Array(length);
  out.set(PNG_SIGNATURE);
  let at = PNG_SIGNATURE.length;
  for (const each of chunks) {
    out.set(each, at);
    at += each.length;
  }
  return out;
}
