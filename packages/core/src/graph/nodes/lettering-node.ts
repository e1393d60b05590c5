import {
  boundsAfter,
  growRect,
  intersectRects,
  isEmpty,
  type LetteringContent,
  letteringBounds,
  letteringLoops,
  type Matrix,
  type OutlinePoint,
  type Point,
  type Rect,
} from '@diplex/document';
import type { CoverageImage } from '@diplex/imaging';
import type { MixSpaceName } from '@diplex/kernels';
import { flattened } from '../../mask/part-outline';
import { scanConvertAll } from '../../mask/scan-convert';
import { FilledNode } from './filled-node';

/** The upright bounds of a loop, with its handles. */
function boundsOf(loop: readonly OutlinePoint[]): Rect {
  const all = loop.flatMap((point) => [point, point.in ?? point, point.out ?? point]);
  const [xs, ys] = [all.map(({ x }) => x), all.map(({ y }) => y)];
  const [x, y] = [Math.min(...xs), Math.min(...ys)];
  return { x, y, width: Math.max(...xs) - x, height: Math.max(...ys) - y };
}

/** A text with what it is filled with and its stroke. */
export class LetteringNode extends FilledNode<LetteringContent> {
  private readonly loops: readonly {
    readonly loop: readonly OutlinePoint[];
    readonly bounds: Rect;
  }[];

  constructor(content: LetteringContent, matrix: Matrix, space: MixSpaceName) {
    super('lettering', content, matrix, space);
    this.loops = letteringLoops(content).map((loop) => ({ loop, bounds: boundsOf(loop) }));
  }

  protected bounds(): Rect {
    return letteringBounds(this.content);
  }

  protected paths(near: Rect, toOutput: Matrix): Point[][] {
    const reached = this.loops.filter(
      ({ bounds }) => !isEmpty(intersectRects(boundsAfter(toOutput, bounds), near)),
    );
    return reached.map(({ loop }) => flattened(loop, toOutput));
  }

  protected covers(region: Rect, toOutput: Matrix): CoverageImage {
    // What lies beside the region to the right or above it changes nothing there; most of a text does not reach it.
    return scanConvertAll(this.paths(growRect(region, 1), toOutput), region);
  }
}
