import { createWriteStream } from 'node:fs';
import { stat } from 'node:fs/promises';
import { Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { ZipFile } from 'yazl';

/** Whether an entry is compressed; pictures are compressed already. */
export type Packing = 'stored' | 'deflated';

interface Watched {
  readonly signal: AbortSignal;
  progress(share: number): void;
}

/** Writes a ZIP entry by entry, in the order in which they were added, without holding any of them whole. */
export class ZipWriter {
  private readonly zip = new ZipFile();
  private readonly sizes: Promise<number>[] = [];

  constructor(private readonly path: string) {}

  addText(name: string, text: string, packing: Packing = 'deflated'): void {
    this.addBytes(name, Buffer.from(text, 'utf8'), packing);
  }

  addBytes(name: string, bytes: Buffer, packing: Packing = 'stored'): void {
    this.zip.addBuffer(bytes, name, { compress: packing === 'deflated' });
    this.sizes.push(Promise.resolve(bytes.length));
  }

  addFile(name: string, path: string, packing: Packing = 'stored'): void {
    this.zip.addFile(path, name, { compress: packing === 'deflated' });
    this.sizes.push(stat(path).then(({ size }) => size));
  }

  /** Writes all that was added. */
  async end({ signal, progress }: Watched): Promise<void> {
    const sizes = await Promise.all(this.sizes);
    const whole = sizes.reduce((a, b) => a + b, 0) + 1;
    let written = 0;
    const watch = new Transform({
      transform(chunk: Buffer, _, done) {
        written += chunk.length;
        progress(Math.min(1, written / whole));
        done(null, chunk);
      },
    });
    const failed = new Promise<never>((_, reject) => this.zip.on('error', reject));
    this.zip.end();
    await Promise.race([
      failed,
      pipeline(this.zip.outputStream, watch, createWriteStream(this.path), { signal }),
    ]);
  }
}
