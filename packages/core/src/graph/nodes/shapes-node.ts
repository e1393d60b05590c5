import {
  type Matrix,
  type Point,
  type Rect,
  type Shape,
  type ShapeContent,
  type ShapeRule,
  shapeLoops,
  shapesBounds,
} from '@diplex/document';
import { type CoverageImage, newCoverage } from '@diplex/imaging';
import type { MixSpaceName } from '@diplex/kernels';
import { flattened } from '../../mask/part-outline';
import { scanConvertAll } from '../../mask/scan-convert';
import { FilledNode } from './filled-node';

/** How coverages meet, as those of things whose edges do not run along one another. */
const MEET: Readonly<Record<ShapeRule, (before: number, own: number) => number>> = {
  unite: (before, own) => before + own - before * own,
  subtract: (before, own) => before * (1 - own),
  intersect: (before, own) => before * own,
  exclude: (before, own) => before + own - 2 * before * own,
};

/** The coverage of shapes, each meeting those before it. */
function shapesCoverage(shapes: readonly Shape[], toOutput: Matrix, region: Rect): CoverageImage {
  const all = newCoverage(region.width, region.height);
  for (const shape of shapes) {
    const loops = shapeLoops(shape).map((loop) => flattened(loop, toOutput));
    const own = scanConvertAll(loops, region);
    const meet = MEET[shape.rule];
    for (let p = 0; p < all.data.length; p++) {
      all.data[p] = meet(all.data[p] as number, own.data[p] as number);
    }
  }
  return all;
}

/** Shapes with what they are filled with and their stroke. */
export class ShapesNode extends FilledNode<ShapeContent> {
  constructor(content: ShapeContent, matrix: Matrix, space: MixSpaceName) {
    super('shapes', content, matrix, space);
  }

  protected bounds(): Rect {
    return shapesBounds(this.content);
  }

  protected paths(_near: Rect, toOutput: Matrix): Point[][] {
    return this.content.shapes.flatMap((shape) =>
      shapeLoops(shape).map((loop) => flattened(loop, toOutput)),
    );
  }

  protected covers(region: Rect, toOutput: Matrix): CoverageImage {
    return shapesCoverage(this.content.shapes, toOutput, region);
  }
}
