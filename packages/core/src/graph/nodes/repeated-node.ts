import {
  boundsAfter,
  invert,
  type Matrix,
  multiply,
  type Rect,
  roundOut,
  type Size,
  scaling,
} from '@diplex/document';
import type { FloatImage } from '@diplex/imaging';
import { scratchFloats } from '@diplex/kernels';
import { type Demand, type Drawing, GraphNode } from '../node';
import { joined, type Region } from '../region';

/** How many times its own extent a copy is moved across and down: row by row, the one in the middle fifth. */
export const REPEATS = [-1, 0, 1].flatMap((down) =>
  [-1, 0, 1].map((across) => [across, down] as const),
);

/** A picture beside itself on all sides, so that what leaves it on one side comes in on the other. */
export class RepeatedNode extends GraphNode {
  /**
   * @param copies the picture moved by its own extent as `REPEATS` says, in that order
   * @param matrix from the pixels of the one in the middle to composition pixels
   */
  constructor(
    copies: readonly GraphNode[],
    private readonly size: Size,
    private readonly matrix: Matrix,
  ) {
    super('repeated', [size.width, size.height, [...matrix]], copies, 4);
  }

  /** The bounds of a copy, in output pixels. */
  private placeOf(copy: number, scale: number): Rect {
    const { width, height } = this.size;
    const [across, down] = REPEATS[copy] ?? [0, 0];
    const rect = { x: across * width, y: down * height, width, height };
    return roundOut(boundsAfter(multiply(scaling(scale, scale), this.matrix), rect));
  }

  extent(scale: number): Region {
    return joined(this.inputs.map((_, copy) => this.placeOf(copy, scale)));
  }

  override needs(input: number, out: Rect, scale: number): Demand | null {
    const { x, y, width, height } = this.placeOf(input, scale);
    const meets =
      x < out.x + out.width && out.x < x + width && y < out.y + out.height && out.y < y + height;
    return meets ? { rect: out, scale } : null;
  }

  draw(out: Rect, scale: number, from: Drawing): FloatImage {
    const { width, height } = out;
    const data = scratchFloats(width * height * 4);
    data.fill(0);
    const copies = this.inputs.map((_, copy) =>
      this.needs(copy, out, scale) ? from.see(copy) : null,
    );
    const [a, b, c, d, e, f] = invert(multiply(scaling(scale, scale), this.matrix));
    for (let y = 0; y < height; y++) {
      const v = out.y + y + 0.5;
      for (let x = 0; x < width; x++) {
        const u = out.x + x + 0.5;
        const across = Math.floor((a * u + c * v + e) / this.size.width) + 1;
        const down = Math.floor((b * u + d * v + f) / this.size.height) + 1;
        // Farther off than one extent there is nothing.
        if (across < 0 || across > 2 || down < 0 || down > 2) continue;
        const image = copies[down * 3 + across];
        if (!image) continue;
        const at = (y * width + x) * 4;
        for (let k = at; k < at + 4; k++) data[k] = image.data[k] as number;
      }
    }
    return { width, height, data };
  }
}
