import { type MixSpaceName, makeSampleTable } from '../transfer/transfer';
import type { Block } from './block-allocator';
import { type KernelShare, tableKey, webAssembly } from './kernel-memory';

/** Samples of a picture, 8 or 16 bits each. */
export type Samples = Uint8Array | Uint8ClampedArray | Uint16Array;
type View = Samples | Float32Array | Float64Array | Int32Array;

/** The functions of the module; pointers are bytes in the memory. */
export type KernelCalls = Readonly<Record<string, (...numbers: number[]) => void>>;

interface Thread {
  readonly calls: KernelCalls;
  readonly share: KernelShare;
  readonly main: ArrayBufferLike;
  readonly end: number;
  next: number;
}

/** Memory for what does not fill a vector, at the beginning of a thread's scratch. */
const SPARE = 1024;
const GRAIN = 64;

let thread: Thread | null = null;
/** Buffers that are this memory; it has a new one whenever it grew. */
const known = new WeakSet<object>();

/** Lets this thread compute with the kernels, in a scratch block of its own. */
export function startKernels(share: KernelShare, scratch: Block): void {
  if (!webAssembly) throw new Error('This platform has no WebAssembly.');
  const env = {
    memory: share.memory,
    abort: () => {
      throw new Error('A kernel stopped.');
    },
  };
  const { exports } = new webAssembly.Instance(share.module, { env });
  const calls = exports as KernelCalls;
  calls.startThread?.(scratch.address);
  const main = share.memory.buffer;
  known.add(main);
  tables.kernel.clear();
  thread = {
    ...{ calls, share, main, end: scratch.address + scratch.bytes },
    next: scratch.address + SPARE,
  };
}

/** From now on this thread computes with the twins. */
export function stopKernels(): void {
  thread = null;
}

export function kernelsRun(): boolean {
  return thread !== null;
}

/**
 * Looks at an array that another thread sent as one in this thread's memory, if it is. With every array comes a
 * handle on the whole memory, each of which the platform counts as if it were memory of its own; the array that
 * is given back lies in the one that this thread has already.
 */
export function adopt<Array extends Uint8Array | Uint16Array>(array: Array): Array {
  const shared =
    thread && typeof SharedArrayBuffer !== 'undefined' && array.buffer instanceof SharedArrayBuffer;
  if (!thread || !shared) return array;
  const { buffer } = thread.share.memory;
  known.add(buffer);
  if (array.byteOffset + array.byteLength > buffer.byteLength) {
    known.add(array.buffer);
    return array;
  }
  const Kind = array.constructor as new (on: ArrayBuffer, at: number, count: number) => Array;
  return new Kind(buffer, array.byteOffset, array.length);
}

function inMemory({ main }: Thread, { buffer }: View): boolean {
  return buffer === main || known.has(buffer);
}

/** The kernels, when they run here and all arrays lie in their memory; else null: ask the twin. */
export function callsFor(
  a: View,
  b: View | null = null,
  c: View | null = null,
  d: View | null = null,
): KernelCalls | null {
  if (!thread || !inMemory(thread, a)) return null;
  if (b && !inMemory(thread, b)) return null;
  if (c && !inMemory(thread, c)) return null;
  if (d && !inMemory(thread, d)) return null;
  return thread.calls;
}

/** A place in the scratch for `bytes`, rounded up to whole vectors; null when it is not there. */
function take(bytes: number): number | null {
  if (!thread) return null;
  const size = Math.ceil(bytes / GRAIN) * GRAIN;
  if (thread.next + size > thread.end) return null;
  const at = thread.next;
  thread.next += size;
  return at;
}

function buffer(): ArrayBuffer {
  return (thread as Thread).main as ArrayBuffer;
}

/** Floats at an address of the memory that this thread has for itself. */
export function floatsAt(address: number, count: number): Float32Array {
  return new Float32Array(buffer(), address, count);
}

/** Floats of any content, valid until the enclosing `inScratch` ends. */
export function scratchFloats(count: number): Float32Array {
  const at = take(count * 4);
  return at === null ? new Float32Array(count) : new Float32Array(buffer(), at, count);
}

export function scratchIntegers(count: number): Int32Array {
  const at = take(count * 4);
  return at === null ? new Int32Array(count) : new Int32Array(buffer(), at, count);
}

export function scratchDoubles(count: number): Float64Array {
  const at = take(count * 8);
  return at === null ? new Float64Array(count) : new Float64Array(buffer(), at, count);
}

export function scratchSamples(count: number, bits: 8 | 16): Uint8Array | Uint16Array {
  const at = take((count * bits) / 8);
  const Kind = bits === 8 ? Uint8Array : Uint16Array;
  return at === null ? new Kind(count) : new Kind(buffer(), at, count);
}

/** Floats that are 0. */
export function scratchZeroes(count: number): Float32Array {
  return scratchFloats(count).fill(0);
}

/** Does some work; whatever scratch it took is free again afterwards, however it ends. */
export function inScratch<Result>(work: () => Result): Result {
  const held = thread;
  const mark = held?.next ?? 0;
  try {
    return work();
  } finally {
    if (held) held.next = mark;
  }
}

/**
 * Does some work that gives floats; whatever other scratch it took is free again afterwards. The floats move down
 * to where the scratch began, so that images that are drawn from one another take no more room than one.
 */
export function keptFromScratch(work: () => Float32Array | null): Float32Array | null {
  const held = thread;
  if (!held) return work();
  const mark = held.next;
  let made: Float32Array | null = null;
  try {
    made = work();
  } finally {
    held.next = mark;
  }
  if (!made || made.buffer !== held.main) return made;
  const { byteOffset, length } = made;
  if (byteOffset < mark || byteOffset >= held.end) return made;
  held.next = mark + Math.ceil((length * 4) / GRAIN) * GRAIN;
  if (byteOffset === mark) return made;
  const kept = new Float32Array(buffer(), mark, length);
  kept.set(made);
  return kept;
}

/** Tables by bits and space: those of this thread's memory, and plain ones. */
const tables = { kernel: new Map<number, Float32Array>(), plain: new Map<number, Float32Array>() };

/** What every whole-number sample of 8 or 16 bits stands for in the mixing space, 0..1. */
export function sampleTable(bits: 8 | 16, space: MixSpaceName): Float32Array {
  const known = thread ? tables.kernel : tables.plain;
  const key = space === 'light' ? bits : -bits;
  const made = known.get(key);
  if (made) return made;
  const at = thread?.share.tables[tableKey(bits, space)];
  const table =
    thread && at !== undefined
      ? new Float32Array(buffer(), at, 2 ** bits)
      : makeSampleTable(bits, space);
  known.set(key, table);
  return table;
}
