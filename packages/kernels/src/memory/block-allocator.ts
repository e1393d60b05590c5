/** A piece of the memory: where it begins and how long it is, in bytes. */
export interface Block {
  readonly address: number;
  readonly bytes: number;
}

/** Blocks begin at multiples of this, so that whole vectors can be read and written to their end. */
const GRAIN = 64;

/** There is no room left for what was asked for. */
export class OutOfKernelMemory extends Error {
  override readonly name = 'OutOfKernelMemory';
  constructor(bytes: number) {
    super(`There is no room for ${bytes} bytes more. Close other compositions or tabs and go on.`);
  }
}

/**
 * Hands out blocks of a range of addresses: the smallest free piece that is large enough, neighbours
 * joined again when they are let go. It knows addresses only and touches no memory.
 */
export class BlockAllocator {
  /** Free pieces by address, never touching one another. */
  private readonly free: { address: number; bytes: number }[] = [];
  private readonly used = new Map<number, number>();

  /**
   * @param end where the range ends now
   * @param grow asks for the range to end at `wanted` or later; gives its new end, or null
   */
  constructor(
    start: number,
    private end: number,
    private readonly grow: (wanted: number) => number | null,
  ) {
    const first = Math.ceil(start / GRAIN) * GRAIN;
    if (end > first) this.free.push({ address: first, bytes: end - first });
  }

  /** Bytes that are in use, rounded up to whole grains. */
  get usedBytes(): number {
    let sum = 0;
    for (const bytes of this.used.values()) sum += bytes;
    return sum;
  }

  /** @throws OutOfKernelMemory */
  allocate(bytes: number): Block {
    const size = Math.max(GRAIN, Math.ceil(bytes / GRAIN) * GRAIN);
    const at = this.bestFit(size) ?? this.extend(size);
    if (at === null) throw new OutOfKernelMemory(bytes);
    const piece = this.free[at] as { address: number; bytes: number };
    const { address } = piece;
    if (piece.bytes === size) this.free.splice(at, 1);
    else {
      piece.address += size;
      piece.bytes -= size;
    }
    this.used.set(address, size);
    return { address, bytes };
  }

  /** Takes a block back; one that is not in use is a mistake and is refused. */
  release({ address }: Block): void {
    const bytes = this.used.get(address);
    if (bytes === undefined) throw new Error(`No block in use begins at ${address}.`);
    this.used.delete(address);
    let at = this.free.findIndex((piece) => piece.address > address);
    if (at < 0) at = this.free.length;
    this.free.splice(at, 0, { address, bytes });
    this.join(at);
    if (at > 0) this.join(at - 1);
  }

  private bestFit(size: number): number | null {
    let best: number | null = null;
    for (const [at, piece] of this.free.entries()) {
      if (piece.bytes < size) continue;
      if (best === null || piece.bytes < (this.free[best]?.bytes ?? 0)) best = at;
    }
    return best;
  }

  private extend(size: number): number | null {
    const last = this.free.at(-1);
    const atEnd = last && last.address + last.bytes === this.end ? last : null;
    const begin = atEnd ? atEnd.address : this.end;
    const end = this.grow(begin + size);
    if (end === null || end < begin + size) return null;
    if (atEnd) atEnd.bytes = end - begin;
    else this.free.push({ address: begin, bytes: end - begin });
    this.end = end;
    return this.free.length - 1;
  }

  private join(at: number): void {
    const [piece, next] = [this.free[at], this.free[at + 1]];
    if (!piece || !next || piece.address + piece.bytes !== next.address) return;
    piece.bytes += next.bytes;
    this.free.splice(at + 1, 1);
  }
}
