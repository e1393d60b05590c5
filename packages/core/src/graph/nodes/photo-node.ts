import {
  boundsAfter,
  growRect,
  invert,
  type Matrix,
  multiply,
  type PhotoContent,
  type Rect,
  roundOut,
  scaling,
} from '@diplex/document';
import type { FloatImage } from '@diplex/imaging';
import { compositeSamples, type MixSpaceName } from '@diplex/kernels';
import { chooseLevel, footprintOf } from '../../geometry/choose-level';
import { resample, sourceRect } from '../../geometry/resample';
import { findLevel } from '../../pixels/find-level';
import type { FoundLevel, PixelReader } from '../../pixels/pixel-reader';
import { levelCount, levelSize } from '../../pixels/source-level';
import { SOURCE_TILE, tileRect, tilesUnder } from '../../pixels/tiled-level';
import { type Drawing, GraphNode, type Leaves } from '../node';
import type { Region } from '../region';

/** How far the rounded corners of an outline may lie beyond its bounds, in output pixels. */
const CORNERS = 0.01;

/** A photograph, resampled where it lies. Beyond its border its edge pixels go on. */
export class PhotoNode extends GraphNode {
  override readonly keeps = true;

  /** @param matrix from the photograph's pixels to composition pixels */
  constructor(
    private readonly content: PhotoContent,
    private readonly matrix: Matrix,
    private readonly space: MixSpaceName,
  ) {
    const { source, size } = content;
    super('photo', [source, size.width, size.height, [...matrix], space], [], 4);
  }

  private toOutput(scale: number): Matrix {
    return multiply(scaling(scale, scale), this.matrix);
  }

  extent(scale: number): Region {
    const bounds = boundsAfter(this.toOutput(scale), { x: 0, y: 0, ...this.content.size });
    return [roundOut(growRect(bounds, CORNERS))];
  }

  override reads(out: Rect, scale: number): Leaves {
    const { source, size } = this.content;
    const level = this.levelAt(scale);
    const extent = levelSize(size.width, size.height, level);
    const places = tilesUnder(extent, sourceRect(level, this.toOutput(scale), out));
    return { sources: places.map((place) => ({ source, level, ...place })), painted: [] };
  }

  draw(out: Rect, scale: number, { reader }: Drawing): FloatImage | null {
    const toOutput = this.toOutput(scale);
    const found = this.findLevel(toOutput, out, this.levelAt(scale), reader);
    return found ? resample(found, toOutput, out, this.space) : null;
  }

  /**
   * Composites the photograph where it lies pixel for pixel on the output, straight from its samples, with blending
   * `normal` and nothing of it masked or bordered there: the same numbers as the general way. False when it lies
   * otherwise: nothing is done then.
   */
  putOnGrid(
    image: FloatImage,
    out: Rect,
    scale: number,
    opacity: number,
    reader: PixelReader,
  ): boolean {
    const toOutput = this.toOutput(scale);
    const [a, b, c, d, shiftX, shiftY] = invert(toOutput);
    const onGrid = a === 1 && b === 0 && c === 0 && d === 1;
    if (!onGrid || !Number.isInteger(shiftX) || !Number.isInteger(shiftY)) return false;
    const found = this.findLevel(toOutput, out, 0, reader);
    if (found?.level !== 0 || found.pixels.bits !== 8) return false;
    const { pixels } = found;
    const left = out.x + shiftX;
    for (let y = 0; y < out.height; y++) {
      const v = out.y + shiftY + y;
      const row = Math.floor(v / SOURCE_TILE);
      for (let x = 0; x < out.width; ) {
        const column = Math.floor((left + x) / SOURCE_TILE);
        const rect = tileRect(pixels, column, row);
        const count = Math.min(out.width - x, rect.x + rect.width - left - x);
        const samples = pixels.tile(column, row);
        if (!samples) return false;
        const offset = ((v - rect.y) * rect.width + left + x - rect.x) * pixels.channels;
        const run = { samples, offset, channels: pixels.channels };
        compositeSamples(image.data, (y * out.width + x) * 4, run, opacity, this.space, count);
        x += count;
      }
    }
    return true;
  }

  /** The pyramid level that it is drawn from. */
  private levelAt(scale: number): number {
    const { width, height } = this.content.size;
    return chooseLevel(footprintOf(invert(this.toOutput(scale))), levelCount(width, height));
  }

  private findLevel(
    toOutput: Matrix,
    out: Rect,
    wanted: number,
    reader: PixelReader,
  ): FoundLevel | null {
    const looksAt = (level: number) => sourceRect(level, toOutput, out);
    return findLevel(this.content, wanted, reader, looksAt);
  }
}
