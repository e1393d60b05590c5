import { neededPixels, pieceSize, rowsAtOnce } from '@diplex/core';
import { type Composition, holdersOf, isTiled, type Rect } from '@diplex/document';
import type { Engine } from '@diplex/engine';
import { Inject, Injectable, type OnApplicationShutdown } from '@nestjs/common';
import { Problem } from '../problems/problem';
import { ENGINE } from './engine.provider';
import { PixelsMissing, RenderPixels } from './render-pixels';

export interface RenderOptions {
  readonly scale: number;
  readonly bits: 8 | 16;
  /** The output pixels to render; all of them by default. */
  readonly region?: Rect;
  readonly signal?: AbortSignal;
  readonly onProgress?: (share: number) => void;
  /** What happens when pixels are not to be had: it fails and says whose (the default), or they are left out. */
  readonly missing?: 'refused' | 'left out';
}

/** Says whose pixels are missing. */
function missingProblem(composition: Composition, hashes: readonly string[]): Problem {
  const { layers, masks } = composition;
  const gone = new Set(hashes);
  const photos = Object.values(layers).filter(
    ({ content }) => content.kind === 'photo' && gone.has(content.source),
  );
  const painted = Object.values(masks).filter((mask) =>
    mask.parts.some(
      (part) => isTiled(part) && Object.values(part.tiles).some((each) => gone.has(each)),
    ),
  );
  const users = painted.flatMap(({ id }) => holdersOf(composition, id));
  const names = [
    ...photos.map(({ name }) => `the photograph of ${name}`),
    ...users.map(({ name }) => `what was painted on the mask of ${name}`),
  ];
  const whose = names.length > 0 ? names.join(', ') : `pixels (${hashes.join(', ')})`;
  const detail =
    `The picture would not be whole: ${whose} is not there any more. ` +
    'Bring the file in again under Gather, or hide what needs it.';
  return new Problem('missing-pixels', detail, { hashes });
}

/** Straight, encoded RGBA in plain memory. */
export interface RenderedPicture {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8Array | Uint16Array;
}

type Samples = Uint8Array | Uint16Array;

/** Takes rows of straight, encoded RGBA, from the first to the last; the memory is used again. */
export type TakeRows = (rows: Samples, y: number) => Promise<void> | void;

/** Renders whole compositions in the worker threads. */
@Injectable()
export class Renderer implements OnApplicationShutdown {
  private compositions = 0;
  /** One rendering at a time, so that each has the workers and the memory to itself. */
  private line: Promise<unknown> = Promise.resolve();

  constructor(
    @Inject(ENGINE) private readonly engine: Engine,
    @Inject(RenderPixels) private readonly pixels: RenderPixels,
  ) {}

  onApplicationShutdown(): void {
    this.engine.close();
  }

  /** Tells the workers of a composition; gives the number by which jobs ask for it. */
  told(composition: Composition): number {
    const key = ++this.compositions;
    this.engine.tell({ type: 'composition', key, composition });
    return key;
  }

  /** The extent of a composition at a scale, in whole pixels. */
  extent(composition: Composition, scale: number): { width: number; height: number } {
    return {
      width: Math.max(1, Math.round(composition.canvas.width * scale)),
      height: Math.max(1, Math.round(composition.canvas.height * scale)),
    };
  }

  /** The whole picture at once: for small ones. */
  async render(composition: Composition, options: RenderOptions): Promise<RenderedPicture> {
    const { width, height } = options.region ?? this.extent(composition, options.scale);
    const Kind = options.bits === 16 ? Uint16Array : Uint8Array;
    const data = new Kind(width * height * 4);
    await this.stream(composition, options, (rows, y) => data.set(rows, y * width * 4));
    return { width, height, data };
  }

  /**
   * Renders band after band and hands each on in its turn; what is under way at the same time is
   * bounded, however large the picture. Says whether every pixel is opaque.
   */
  stream(
    composition: Composition,
    options: RenderOptions,
    take: TakeRows,
  ): Promise<{ opaque: boolean }> {
    const run = this.line.then(() => this.streamNow(composition, options, take));
    this.line = run.catch(() => undefined);
    return run;
  }

  private async streamNow(
    composition: Composition,
    options: RenderOptions,
    take: TakeRows,
  ): Promise<{ opaque: boolean }> {
    const { signal, onProgress, missing = 'refused' } = options;
    const key = this.told(composition);
    const whole = options.region ?? { x: 0, y: 0, ...this.extent(composition, options.scale) };
    const piece = pieceSize(composition, whole, options.scale, this.engine.piecePixels);
    const rows = rowsAtOnce(piece, whole, this.engine.size);
    const count = Math.ceil(whole.height / rows);
    const { memory } = this.engine;
    const band = (index: number) => {
      const height = Math.min(rows, whole.height - index * rows);
      const region = { ...whole, y: whole.y + index * rows, height };
      const samples = whole.width * height * 4;
      const held = options.bits === 16 ? memory.words(samples) : memory.bytes(samples);
      const ask = {
        ...{ composition: key, region, scale: options.scale, piece },
        ...{ into: held.samples, missing },
      };
      const needed = neededPixels(composition, region, options.scale);
      const drawn = this.pixels.using(needed, missing, () =>
        this.engine.run('render-rows', ask, { signal }),
      );
      // It is waited for in its turn; until then its failure is not an unhandled one.
      drawn.catch(() => undefined);
      return { held, drawn };
    };
    const underWay: ReturnType<typeof band>[] = [];
    let begun = 0;
    let opaque = true;
    try {
      for (let index = 0; index < count; index++) {
        while (begun < count && underWay.length <= this.engine.size) underWay.push(band(begun++));
        const [next] = underWay;
        if (!next) break;
        const done = await next.drawn;
        opaque &&= done.opaque;
        await take(done.rows, index * rows);
        underWay.shift();
        memory.release(next.held);
        onProgress?.((index + 1) / count);
      }
    } catch (error) {
      throw error instanceof PixelsMissing ? missingProblem(composition, error.hashes) : error;
    } finally {
      await Promise.allSettled(underWay.map(({ drawn }) => drawn));
      await this.engine.retire(underWay.map(({ held }) => held));
    }
    return { opaque };
  }
}
