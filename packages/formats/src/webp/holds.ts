/** Flags of the chunk VP8X: what else is in the file (RFC 9649, 2.7). */
export const HOLDS = { icc: 0x20, alpha: 0x10, exif: 0x08, xmp: 0x04, animation: 0x02 } as const;
