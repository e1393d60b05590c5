import { KERNELS_WASM } from '../../generated/kernels-wasm';
import { type MixSpaceName, makeSampleTable } from '../transfer/transfer';
import { type Block, BlockAllocator } from './block-allocator';

/** What is used of a WebAssembly memory here; the platform's own types differ from one to the next. */
export interface SharedMemory {
  readonly buffer: ArrayBuffer;
  grow(pages: number): number;
}

interface WebAssemblyApi {
  readonly Memory: new (options: {
    initial: number;
    maximum: number;
    shared: boolean;
  }) => SharedMemory;
  readonly Module: new (bytes: Uint8Array) => object;
  readonly Instance: new (module: object, imports: object) => { readonly exports: object };
  validate(bytes: Uint8Array): boolean;
}

export const webAssembly = (globalThis as unknown as { WebAssembly?: WebAssemblyApi }).WebAssembly;

const PAGE = 65_536;
/** The module's own first bytes: the tables of its mathematics. `build.mjs` sees to it that they are no more. */
const TABLES_AT = 16_384;
const FIRST_PAGES = 64;
const GROWTH = 32 * 2 ** 20;

/** Where the table of each kind of sample lies. */
export interface TablePlaces {
  readonly [key: string]: number;
}

/** What a thread needs to work in the memory: this can be posted. */
export interface KernelShare {
  readonly memory: SharedMemory;
  readonly module: object;
  readonly tables: TablePlaces;
}

const TABLES: readonly (readonly [bits: 8 | 16, space: MixSpaceName])[] = [
  [8, 'light'],
  [8, 'encoded'],
  [16, 'light'],
  [16, 'encoded'],
];

export function tableKey(bits: 8 | 16, space: MixSpaceName): string {
  return `${bits}-${space}`;
}

let compiled: object | null | undefined;

/** The compiled kernels; null where SIMD, shared memory or WebAssembly itself is missing. */
function compile(): object | null {
  if (compiled !== undefined) return compiled;
  const isolated = (globalThis as { crossOriginIsolated?: boolean }).crossOriginIsolated;
  const bytes = Uint8Array.from(atobBytes(KERNELS_WASM));
  const able = isolated !== false && webAssembly?.validate(bytes);
  compiled = webAssembly && able ? new webAssembly.Module(bytes) : null;
  return compiled;
}

function atobBytes(base64: string): number[] {
  const { atob } = globalThis as unknown as { atob: (text: string) => string };
  return Array.from(atob(base64), (character) => character.charCodeAt(0));
}

/** The one memory that all threads share, and who holds which part of it. */
export class KernelMemory {
  readonly share: KernelShare;
  private readonly allocator: BlockAllocator;

  private constructor(module: object, memory: SharedMemory, maximumBytes: number) {
    let at = TABLES_AT;
    const tables: Record<string, number> = {};
    for (const [bits, space] of TABLES) {
      const table = makeSampleTable(bits, space);
      new Float32Array(memory.buffer, at, table.length).set(table);
      tables[tableKey(bits, space)] = at;
      at += table.byteLength;
    }
    this.share = { memory, module, tables };
    this.allocator = new BlockAllocator(at, FIRST_PAGES * PAGE, (wanted) => {
      if (wanted > maximumBytes) return null;
      const now = memory.buffer.byteLength;
      // Every growth has all threads look at the memory anew, so it grows in large steps.
      const target = Math.min(maximumBytes, Math.max(wanted, now + GROWTH));
      memory.grow(Math.ceil((target - now) / PAGE));
      return memory.buffer.byteLength;
    });
  }

  /** Null where the kernels cannot run; everything then goes by their twins and plain memory. */
  static create(maximumBytes: number): KernelMemory | null {
    const module = compile();
    if (!module || !webAssembly) return null;
    const maximum = Math.ceil(maximumBytes / PAGE);
    const memory = new webAssembly.Memory({ initial: FIRST_PAGES, maximum, shared: true });
    return new KernelMemory(module, memory, maximum * PAGE);
  }

  get usedBytes(): number {
    return this.allocator.usedBytes;
  }

  /** @throws OutOfKernelMemory */
  allocate(bytes: number): Block {
    return this.allocator.allocate(bytes);
  }

  release(block: Block): void {
    this.allocator.release(block);
  }

  bytes({ address, bytes }: Block): Uint8Array {
    return new Uint8Array(this.share.memory.buffer, address, bytes);
  }
}
