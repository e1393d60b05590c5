import { type Composition, maskOf } from '@diplex/document';
import { toneLayers } from './tone-layers';

/** How the names of tiles begin that a stroke is still changing. */
const UNDER_WAY = '"live:';

/**
 * Keeps what lies behind a layer, composited, so that a change of that layer or of one nearer needs
 * only these to be drawn again. An entry is found by everything that it depends on; those used least
 * recently go when there are too many bytes.
 */
export class BackdropCache {
  private readonly kept = new Map<string, Float32Array>();
  private readonly stacks = new Map<string, number>();
  private bytes = 0;

  constructor(private readonly mostBytes: number) {}

  get(key: string): Float32Array | undefined {
    const found = this.kept.get(key);
    if (found) {
      this.kept.delete(key);
      this.kept.set(key, found);
    }
    return found;
  }

  /** Keeps a copy. */
  put(key: string, data: Float32Array): void {
    if (data.byteLength > this.mostBytes) return;
    this.bytes += data.byteLength - (this.kept.get(key)?.byteLength ?? 0);
    this.kept.delete(key);
    this.kept.set(key, new Float32Array(data));
    for (const [oldest, held] of this.kept) {
      if (this.bytes <= this.mostBytes) return;
      this.kept.delete(oldest);
      this.bytes -= held.byteLength;
    }
  }

  clear(): void {
    this.kept.clear();
    this.stacks.clear();
    this.bytes = 0;
  }

  /**
   * A name for the `count` farthest layers as they are: the same for the same pixels. Null while a
   * stroke is being drawn on one of them, since its tiles change and keep their names.
   */
  stackName(composition: Composition, count: number): string | null {
    const layers = composition.layers.slice(0, count);
    const masks = layers.map((layer) => maskOf(composition, layer) ?? null);
    // A mask may look at the tones of layers that are nearer.
    const tones = layers.flatMap((layer) => toneLayers(composition, layer));
    const content = JSON.stringify([composition.mixIn, layers, masks, tones]);
    if (content.includes(UNDER_WAY)) return null;
    const known = this.stacks.get(content) ?? this.stacks.size;
    this.stacks.set(content, known);
    return String(known);
  }
}
