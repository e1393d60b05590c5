import type { Composition, Rect } from '@diplex/document';
import { lightToSamples, rowToLight, type Samples, type SpaceName, spaceOf } from '@diplex/formats';
import { RowResizer, RowSharpener } from '@diplex/imaging';
import type { Renderer } from '../rendering/renderer';
import { type RowsFile, RowsWriter, samplesOf } from './rows-file';

/** Which pixels of a composition are wanted, and in which form. */
export interface PictureRows {
  readonly document: Composition;
  /** In pixels of the picture at `scale`; all of it by default. */
  readonly region?: Rect;
  /** What the composition is drawn at; its own size by default. */
  readonly scale?: number;
  /** The extent that what was drawn is made to. */
  readonly to?: { readonly width: number; readonly height: number };
  readonly bits: 8 | 16 | 32;
  readonly space: SpaceName;
  /** How much the finest detail is brought out, 0..1. */
  readonly sharpening?: number;
  /** All channels, or how much each pixel is covered as grey. */
  readonly takes: 'colour' | 'coverage';
}

interface Watched {
  readonly signal: AbortSignal;
  progress(share: number): void;
}

/** Whether samples can be taken as they are drawn. */
function asDrawn(
  { document, to, bits, space, sharpening, takes }: PictureRows,
  drawn: { width: number; height: number },
) {
  const sized = to && (to.width !== drawn.width || to.height !== drawn.height);
  const alike = takes === 'coverage' || space === spaceOf(document.canvas.profile);
  return !sized && !sharpening && alike && bits !== 32;
}

/** The least alpha of straight RGBA that counts as opaque. */
function isOpaque(samples: Samples, top: number): boolean {
  for (let i = 3; i < samples.length; i += 4) if ((samples[i] as number) < top) return false;
  return true;
}

const TOPS = { 8: 255, 16: 65_535, 32: 1 } as const;

function coverageOf(samples: Samples, bits: PictureRows['bits']): Samples {
  const grey = samplesOf(bits, samples.length / 4);
  for (let p = 0; p < grey.length; p++) grey[p] = samples[p * 4 + 3] as number;
  return grey;
}

/** Draws a composition into a file of rows; it fails rather than leaving out what is missing. */
export async function writePictureRows(
  renderer: Renderer,
  path: string,
  wanted: PictureRows,
  { signal, progress }: Watched,
): Promise<RowsFile> {
  const { document, region, scale = 1, bits, space, takes } = wanted;
  const drawn = region ?? renderer.extent(document, scale);
  const plain = asDrawn(wanted, drawn);
  const from = spaceOf(document.canvas.profile);
  const to = wanted.to ?? { width: drawn.width, height: drawn.height };
  const channels = takes === 'coverage' ? 1 : 4;
  const writer = await RowsWriter.open(path, { width: to.width, channels, bits, space });
  const give = (samples: Samples) =>
    writer.take(channels === 1 ? coverageOf(samples, bits) : samples);
  try {
    const options = { scale, region, signal, onProgress: progress };
    if (plain && bits !== 32) {
      const { opaque } = await renderer.stream(document, { ...options, bits }, give);
      return await writer.end(opaque);
    }
    const resizer = new RowResizer(drawn, to);
    const sharpener = wanted.sharpening ? new RowSharpener(wanted.sharpening) : null;
    const light = new Float32Array(drawn.width * 4);
    const line = drawn.width * 4;
    let opaque = true;
    const giveLight = async (rows: readonly Float32Array[]) => {
      for (const row of rows) {
        const samples = samplesOf(bits, row.length);
        lightToSamples(row, { from, to: space }, samples);
        opaque &&= isOpaque(samples, TOPS[bits]);
        await give(samples);
      }
    };
    await renderer.stream(document, { ...options, bits: 16 }, async (rows) => {
      for (let at = 0; at < rows.length; at += line) {
        rowToLight(rows.subarray(at, at + line) as Uint16Array, light);
        const sized = resizer.take(light);
        await giveLight(sharpener ? sized.flatMap((row) => sharpener.take(row)) : sized);
      }
    });
    if (sharpener) await giveLight(sharpener.end());
    return await writer.end(opaque);
  } finally {
    await writer.close();
  }
}

/** The smallest rectangle that holds all that is covered; null where nothing is. */
export class CoveredBox {
  private left = Number.POSITIVE_INFINITY;
  private right = -1;
  private top = -1;
  private bottom = -1;

  /** @param least samples of alpha below this count for nothing */
  constructor(
    private readonly width: number,
    private readonly least = 1,
  ) {}

  /** Takes rows of straight RGBA that begin at `y`. */
  take(rows: Samples, y: number): void {
    const line = this.width * 4;
    for (let row = 0; row * line < rows.length; row++) {
      let [first, last] = [-1, -1];
      for (let x = 0; x < this.width; x++) {
        if ((rows[row * line + x * 4 + 3] as number) < this.least) continue;
        if (first < 0) first = x;
        last = x;
      }
      if (first < 0) continue;
      this.left = Math.min(this.left, first);
      this.right = Math.max(this.right, last);
      if (this.top < 0) this.top = y + row;
      this.bottom = y + row;
    }
  }

  get box(): Rect | null {
    if (this.top < 0) return null;
    const { left: x, top: y } = this;
    return { x, y, width: this.right - x + 1, height: this.bottom - y + 1 };
  }
}
