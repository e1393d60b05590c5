declare module 'wawoff2/decompress.js' {
  /** The plain font in a WOFF2. Rejects what is none. */
  export default function decompress(bytes: Uint8Array): Promise<Uint8Array>;
}
