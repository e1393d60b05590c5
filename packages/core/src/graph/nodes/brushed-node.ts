import type { Rect } from '@diplex/document';
import { type CoverageImage, newCoverage } from '@diplex/imaging';
import { type Drawing, GraphNode } from '../node';
import type { Region } from '../region';

/** What of a brushed step is meant: what it does, or its opposite. */
export type BrushedWay = 'does' | 'against';

/**
 * How much of a step, or of its opposite, brushes laid down: values above a half, or below, times how much was laid
 * down there.
 */
export class BrushedNode extends GraphNode {
  constructor(
    tiles: GraphNode,
    private readonly way: BrushedWay,
  ) {
    super('brushed', [way], [tiles], 1);
  }

  extent(scale: number): Region {
    return this.inputs[0]?.extent(scale) ?? [];
  }

  draw(out: Rect, _scale: number, from: Drawing): CoverageImage {
    const image = newCoverage(out.width, out.height);
    const pairs = from.see(0);
    if (!pairs) return image;
    const { data } = image;
    const count = data.length;
    const sign = this.way === 'does' ? 2 : -2;
    for (let p = 0; p < count; p++) {
      const off = (pairs.data[p] as number) - 0.5;
      data[p] = Math.max(0, sign * off) * (pairs.data[count + p] as number);
    }
    return image;
  }
}
