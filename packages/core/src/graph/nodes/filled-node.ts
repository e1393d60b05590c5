import {
  boundsAfter,
  type Fill,
  growRect,
  growthOf,
  type Matrix,
  multiply,
  type Point,
  type Rect,
  roundOut,
  type ShapeStroke,
  type StrokeDashes,
  scaling,
  strokeBeyond,
} from '@diplex/document';
import { type CoverageImage, type FloatImage, newCoverage, newFloatImage } from '@diplex/imaging';
import type { MixSpaceName } from '@diplex/kernels';
import { choked } from '../../mask/choke';
import { dashOutlines } from '../../mask/dashes';
import { scanConvertAll } from '../../mask/scan-convert';
import { fillContent } from '../../render/fill-content';
import { digestOfPart } from '../digest';
import { GraphNode } from '../node';
import type { Region } from '../region';

/** Beyond their bounds drawn things are soft for so many output pixels: a moved edge a little more than a drawn one. */
const SOFT_EDGE = 3;

/** Coverage that nobody sees. */
const TRACE = 1e-4;

/** What a drawn thing is made of. */
export interface Filled {
  readonly fill: Fill | null;
  readonly stroke: ShapeStroke | null;
}

/** Something drawn by its outlines, with what it is filled with and its stroke. */
export abstract class FilledNode<Content extends Filled> extends GraphNode {
  override readonly keeps = true;

  /** @param matrix from the layer's pixels to composition pixels */
  constructor(
    kind: string,
    protected readonly content: Content,
    private readonly matrix: Matrix,
    private readonly space: MixSpaceName,
  ) {
    super(kind, [digestOfPart(content), [...matrix], space], [], 4);
  }

  /** Its bounds with its stroke, in pixels of the layer. */
  protected abstract bounds(): Rect;

  /** Its closed paths that come near a region, in output pixels. */
  protected abstract paths(near: Rect, toOutput: Matrix): Point[][];

  /** How much of each pixel it covers. */
  protected abstract covers(region: Rect, toOutput: Matrix): CoverageImage;

  private toOutput(scale: number): Matrix {
    return multiply(scaling(scale, scale), this.matrix);
  }

  extent(scale: number): Region {
    const bounds = boundsAfter(this.toOutput(scale), this.bounds());
    return [roundOut(growRect(bounds, SOFT_EDGE))];
  }

  draw(out: Rect, scale: number): FloatImage {
    const { fill, stroke } = this.content;
    const image = newFloatImage(out.width, out.height);
    const coverage = (by: number) => this.coverage(out, scale, by);
    if (fill) this.lay(image, fill, coverage(0), out, scale);
    if (!stroke) return image;
    const beyond = strokeBeyond(this.content);
    const outer = coverage(-beyond);
    const inner = coverage(stroke.width - beyond);
    const along = newCoverage(out.width, out.height);
    const dashed = stroke.dashes ? this.dashed(stroke, stroke.dashes, out, scale) : null;
    for (let p = 0; p < along.data.length; p++) {
      const ring = (outer.data[p] as number) * (1 - (inner.data[p] as number));
      along.data[p] = dashed ? ring * (dashed.data[p] as number) : ring;
    }
    this.lay(image, { by: 'colour', colour: stroke.colour }, along, out, scale);
    return image;
  }

  /** Where along the way of its stroke its dashes are. */
  private dashed(
    { width }: ShapeStroke,
    dashes: StrokeDashes,
    out: Rect,
    scale: number,
  ): CoverageImage {
    const toOutput = this.toOutput(scale);
    const growth = growthOf(toOutput);
    const beyond = strokeBeyond(this.content);
    const reach = Math.max(beyond, width - beyond) * growth + SOFT_EDGE;
    const lengths = { length: dashes.length * growth, gap: dashes.gap * growth };
    const paths = this.paths(growRect(out, reach), toOutput);
    return scanConvertAll(
      paths.flatMap((path) => dashOutlines(path, lengths, reach)),
      out,
    );
  }

  /** The coverage with their edge moved inwards by so many pixels of the layer; outwards below 0. */
  private coverage(out: Rect, scale: number, by: number): CoverageImage {
    const draw = (region: Rect, at: number) => this.covers(region, this.toOutput(at));
    const drawn =
      by === 0 ? draw(out, scale) : choked(draw, out, scale, by * growthOf(this.matrix));
    // Traces of rounding, and of a moved edge, go on further than anyone sees; the extent of the shapes ends before.
    for (let p = 0; p < drawn.data.length; p++) {
      if ((drawn.data[p] as number) < TRACE) drawn.data[p] = 0;
    }
    return drawn;
  }

  /** Lays a fill on an image, where it is covered. */
  private lay(
    image: FloatImage,
    fill: Fill,
    coverage: CoverageImage,
    out: Rect,
    scale: number,
  ): void {
    const { data } = fillContent(fill, this.toOutput(scale), out, this.space);
    for (let p = 0, i = 0; p < coverage.data.length; p++, i += 4) {
      const share = coverage.data[p] as number;
      if (share === 0) continue;
      const left = 1 - share * (data[i + 3] as number);
      for (let c = i; c < i + 4; c++) {
        image.data[c] = (image.data[c] as number) * left + share * (data[c] as number);
      }
    }
  }
}
