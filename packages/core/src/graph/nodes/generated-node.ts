import {
  boundsAfter,
  type GeneratedContent,
  growthOf,
  invert,
  type Matrix,
  multiply,
  type Rect,
  roundOut,
  scaling,
} from '@diplex/document';
import {
  type CoverageImage,
  doubledPart,
  type FloatImage,
  halvedPart,
  newCoverage,
} from '@diplex/imaging';
import { encodeRow, type MixSpaceName, premultiplyRow, straightenRow } from '@diplex/kernels';
import { generatedOf, presentGenerated, type SmallView } from '@diplex/steps';
import { digestOfPart } from '../digest';
import { type Demand, type Drawing, GraphNode, type Image } from '../node';
import type { Region } from '../region';

/** The longer side of the small pictures that are looked at, in pixels. */
const VIEW_SIDE = 640;

/** Something that is generated, where it lies upright and in its own proportions. */
export class GeneratedNode extends GraphNode {
  override readonly keeps = true;
  private readonly behind: number;
  private readonly cover: number;
  private readonly viewScale: number;

  /**
   * @param matrix from its own pixels to composition pixels: only moved and made larger or smaller
   * @param behind all that lies behind it; null where it does not look at that
   * @param cover what stands in the way of its light; null for nothing
   * @param canvas how much of those is looked at
   */
  constructor(
    private readonly content: GeneratedContent,
    private readonly matrix: Matrix,
    behind: GraphNode | null,
    cover: GraphNode | null,
    private readonly canvas: Rect,
    private readonly space: MixSpaceName,
  ) {
    const inputs: GraphNode[] = [];
    const place = (node: GraphNode | null) => (node ? inputs.push(node) - 1 : -1);
    const behindAt = place(behind);
    const coverAt = place(cover);
    const { of, version, values, seed, size } = content;
    const told = [of, version, digestOfPart(values), seed, size.width, size.height];
    const looked = [behindAt, coverAt, canvas.width, canvas.height];
    super('generated', [...told, ...matrix, ...looked, space], inputs, 4);
    this.behind = behindAt;
    this.cover = coverAt;
    this.viewScale = Math.min(1, VIEW_SIDE / Math.max(canvas.width, canvas.height));
  }

  extent(scale: number): Region {
    const whole = { x: 0, y: 0, ...this.content.size };
    return [roundOut(boundsAfter(multiply(scaling(scale, scale), this.matrix), whole))];
  }

  private view(): Rect {
    const { viewScale: by, canvas } = this;
    return roundOut(boundsAfter(scaling(by, by), canvas));
  }

  override inputScale(): number {
    return this.viewScale;
  }

  override needs(): Demand {
    return { rect: this.view(), scale: this.viewScale };
  }

  /** Its light may come from anywhere. */
  override touches(_input: number, _rect: Rect, scale: number): Rect {
    return (this.extent(scale) as readonly Rect[])[0] as Rect;
  }

  private small<Of>(image: Of): SmallView<Of> {
    const rect = this.view();
    const map = multiply(scaling(this.viewScale, this.viewScale), this.matrix);
    return { image, scale: map[0], x: map[4] - rect.x, y: map[5] - rect.y };
  }

  draw(out: Rect, scale: number, from: Drawing): Image | null {
    from.check();
    const entry = generatedOf(this.content.of);
    if (!entry) return null;
    const values = presentGenerated(this.content);
    const { size, seed } = this.content;
    const toOutput = multiply(scaling(scale, scale), this.matrix);
    const level = entry.compute.level?.(values, toOutput[0], size) ?? 0;
    const by = 2 ** level;
    const part = halvedPart(out, level);
    const behind = this.behind < 0 ? null : (from.see(this.behind) as FloatImage | null);
    const made = entry.compute.draw(values, {
      ...{ part, scale: toOutput[0] / by, size, seed },
      origin: { x: toOutput[4] / by, y: toOutput[5] / by },
      behind: behind && this.small(behind),
      cover: this.cover < 0 ? null : this.small(this.seenCover(from)),
    });
    const fine = doubledPart(made, out, level);
    if (this.space === 'encoded') {
      straightenRow(fine.data);
      encodeRow(fine.data);
      premultiplyRow(fine.data);
    }
    return fine;
  }

  /** How much of each pixel is covered by what stands in the way. */
  private seenCover(from: Drawing): CoverageImage {
    const { width, height } = this.view();
    const covered = newCoverage(width, height);
    const image = from.see(this.cover);
    if (!image) return covered;
    for (let p = 0; p < covered.data.length; p++) covered.data[p] = image.data[p * 4 + 3] as number;
    return covered;
  }
}

/** The map of something generated without its turn, its slant and its mirroring: about as large, and about as it lies. */
export function uprightOf(matrix: Matrix, { size }: GeneratedContent): Matrix {
  const [a, b, c, d, e, f] = matrix;
  if (b === 0 && c === 0 && a === d && a > 0) return matrix;
  const by = growthOf(matrix);
  const [x, y] = [size.width / 2, size.height / 2];
  return [by, 0, 0, by, a * x + c * y + e - by * x, b * x + d * y + f - by * y];
}

/** What is left of a map after its upright one. */
export function leftOf(matrix: Matrix, upright: Matrix): Matrix | null {
  return matrix === upright ? null : multiply(matrix, invert(upright));
}
