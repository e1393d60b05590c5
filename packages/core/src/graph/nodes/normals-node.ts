import { intersectRects, isEmpty, type Rect } from '@diplex/document';
import { type CoverageImage, type FloatImage, newCoverage, newFloatImage } from '@diplex/imaging';
import type { MixSpaceName } from '@diplex/kernels';
import { shapeAndShading } from '@diplex/steps';
import { type Demand, type Drawing, GraphNode, type Image } from '../node';
import type { Region } from '../region';
import { domainOf, type Frame, type MeasureNode } from './step-nodes';

/** The longer side of the grid on which a shape is guessed. */
const SIDE = 180;

/** Which way the surface of a thing faces, guessed from its outline, and its shading; the same whatever part of it is seen at what scale. */
export class NormalsNode extends GraphNode implements MeasureNode {
  override readonly keeps = true;
  readonly bins: Rect;
  readonly place: Rect;
  private readonly measuredAt: number;

  /** @param coverage where content shows; null for all of it */
  constructor(
    content: GraphNode,
    coverage: GraphNode | null,
    frame: Frame,
    private readonly space: MixSpaceName,
  ) {
    super('normals', [space], [content, ...(coverage ? [coverage] : [])], 4);
    const whole = domainOf(content, frame, 1);
    const shown = coverage ? intersectRects(domainOf(coverage, frame, 1), whole) : whole;
    const of = isEmpty(shown) ? whole : shown;
    this.measuredAt = Math.min(1, SIDE / Math.max(1, of.width, of.height));
    const at = this.measuredAt;
    const [x, y] = [Math.floor(of.x * at) - 1, Math.floor(of.y * at) - 1];
    // A rim of nothing, along which the shape is held.
    const width = Math.ceil((of.x + of.width) * at) + 1 - x;
    const height = Math.ceil((of.y + of.height) * at) + 1 - y;
    this.bins = { x: 0, y: 0, width, height };
    this.place = { x: x / at, y: y / at, width: width / at, height: height / at };
  }

  extent(): Region {
    return [this.bins];
  }

  override inputScale(): number {
    return this.measuredAt;
  }

  override needs(): Demand {
    const at = this.measuredAt;
    const [x, y] = [Math.round(this.place.x * at), Math.round(this.place.y * at)];
    return { rect: { ...this.bins, x, y }, scale: at };
  }

  override touches(): Rect {
    return this.bins;
  }

  draw(_out: Rect, _scale: number, from: Drawing): Image {
    const { width, height } = this.bins;
    const image = from.see(0) as FloatImage | null;
    if (!image) return newFloatImage(width, height);
    const coverage = this.inputs.length > 1 ? (from.see(1) as CoverageImage | null) : null;
    const shown = newCoverage(width, height);
    for (let p = 0; p < shown.data.length; p++) {
      const covered = this.inputs.length > 1 ? (coverage?.data[p] ?? 0) : 1;
      shown.data[p] = (image.data[p * 4 + 3] as number) * covered;
    }
    const made = newFloatImage(width, height);
    made.data.set(shapeAndShading(shown, image, this.space));
    return made;
  }
}
