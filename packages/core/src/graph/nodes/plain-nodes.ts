import {
  boundsAfter,
  containsRect,
  type FillContent,
  growRect,
  intersectRects,
  invert,
  type Matrix,
  multiply,
  type Rect,
  roundOut,
  type Size,
  scaling,
  transform,
} from '@diplex/document';
import { type CoverageImage, type FloatImage, newFloatImage } from '@diplex/imaging';
import { type MixSpaceName, scratchFloats } from '@diplex/kernels';
import { scanConvert } from '../../mask/scan-convert';
import { fillContent } from '../../render/fill-content';
import { digestOfPart } from '../digest';
import { type Drawing, GraphNode, type Image } from '../node';
import type { Region } from '../region';

/** How far the rounded corners of an outline may lie beyond its bounds, in output pixels. */
const CORNERS = 0.01;

function boundsOf(matrix: Matrix, size: Size, scale: number): Region {
  const bounds = boundsAfter(multiply(scaling(scale, scale), matrix), { x: 0, y: 0, ...size });
  return [roundOut(growRect(bounds, CORNERS))];
}

/** Nothing, of which layers are put on one another. */
export class ClearNode extends GraphNode {
  constructor() {
    super('clear', [], [], 4);
  }

  extent(): Region {
    return [];
  }

  draw({ width, height }: Rect): FloatImage {
    return newFloatImage(width, height);
  }
}

/** A colour or a gradient; it goes on beyond its border. */
export class FillNode extends GraphNode {
  constructor(
    private readonly content: FillContent,
    private readonly matrix: Matrix,
    private readonly space: MixSpaceName,
  ) {
    const { width, height } = content.size;
    super('fill', [digestOfPart(content.fill), width, height, [...matrix], space], [], 4);
  }

  extent(scale: number): Region {
    return boundsOf(this.matrix, this.content.size, scale);
  }

  draw(out: Rect, scale: number): FloatImage {
    const toOutput = multiply(scaling(scale, scale), this.matrix);
    return fillContent(this.content.fill, toOutput, out, this.space);
  }
}

/** A picture with nothing beyond where it may be: by itself its edge goes on there as far as it happens to be drawn. */
export class EndingNode extends GraphNode {
  constructor(picture: GraphNode) {
    super('ending', [], [picture], 4);
  }

  extent(scale: number): Region {
    return this.inputs[0]?.extent(scale) ?? [];
  }

  draw(out: Rect, scale: number, from: Drawing): Image | null {
    const extent = this.extent(scale);
    if (extent === 'everywhere' || extent.some((rect) => containsRect(rect, out))) {
      return from.take(0);
    }
    const image = from.take(0);
    if (!image) return null;
    const ended = newFloatImage(out.width, out.height);
    for (const rect of extent) {
      const { x, y, width, height } = intersectRects(rect, out);
      for (let row = y - out.y; row < y - out.y + height; row++) {
        const first = (row * out.width + x - out.x) * 4;
        ended.data.set(image.data.subarray(first, first + width * 4), first);
      }
    }
    return ended;
  }
}

/** How much of each pixel a picture covers by itself. */
export class AlphaNode extends GraphNode {
  constructor(picture: GraphNode) {
    super('alpha', [], [picture], 1);
  }

  extent(scale: number): Region {
    return this.inputs[0]?.extent(scale) ?? [];
  }

  draw({ width, height }: Rect, _scale: number, from: Drawing): Image {
    const image = from.see(0);
    const data = scratchFloats(width * height);
    if (!image) data.fill(0);
    else for (let p = 0; p < data.length; p++) data[p] = image.data[p * 4 + 3] as number;
    return { width, height, data };
  }
}

/** How much of each pixel a rectangle covers: null where it covers all of them. */
export class BorderNode extends GraphNode {
  constructor(
    private readonly size: Size,
    private readonly matrix: Matrix,
  ) {
    super('border', [size.width, size.height, [...matrix]], [], 1);
  }

  /** It says something everywhere: beside the rectangle, that nothing is covered. */
  extent(): Region {
    return 'everywhere';
  }

  draw(out: Rect, scale: number): CoverageImage | null {
    const toOutput = multiply(scaling(scale, scale), this.matrix);
    const inside = boundsAfter(invert(toOutput), out);
    const { width, height } = this.size;
    const covers =
      inside.x >= 0 &&
      inside.y >= 0 &&
      inside.x + inside.width <= width &&
      inside.y + inside.height <= height;
    if (covers) return null;
    const corners = [
      { x: 0, y: 0 },
      { x: width, y: 0 },
      { x: width, y: height },
      { x: 0, y: height },
    ];
    return scanConvert(
      corners.map((corner) => transform(toOutput, corner)),
      out,
    );
  }
}
