/** Whether threads can look at the same memory (in a page: only when it is cross-origin isolated). */
export const SHARED_MEMORY =
  typeof SharedArrayBuffer !== 'undefined' &&
  (globalThis as { crossOriginIsolated?: boolean }).crossOriginIsolated !== false;

/** Memory that every thread can see where that is possible, and ordinary memory where it is not. */
export function allocateBytes(bytes: number): ArrayBuffer {
  // The two kinds of buffer are used alike; the views' types tell them apart where it matters.
  return SHARED_MEMORY
    ? (new SharedArrayBuffer(bytes) as unknown as ArrayBuffer)
    : new ArrayBuffer(bytes);
}
