import {
  growRect,
  intersectRects,
  isEmpty,
  type Matrix,
  type Rect,
  type Size,
  type Step,
  uniteRects,
} from '@diplex/document';
import {
  blurLevel,
  blurSupport,
  type CoverageImage,
  type FloatImage,
  gaussianBlur,
  newCoverage,
  newFloatImage,
  type RowSource,
  unwrittenImage,
} from '@diplex/imaging';
import { clampToAlpha, type MixSpaceName } from '@diplex/kernels';
import {
  type Count,
  mixStep,
  type NearComputation,
  type PointComputation,
  type PointOperation,
  type PointStep,
  presentValues,
  runPoints,
} from '@diplex/steps';
import { digestOfPart } from '../digest';
import { type Demand, type Drawing, GraphNode, type Image } from '../node';
import { grown, isNowhere, type Region } from '../region';

/** Values that a step's definition has checked. */
type Values = ReturnType<typeof presentValues>;

/** A step as a node is made of it. */
export interface DrawnStep<Of> {
  readonly step: Step;
  readonly compute: Of;
  /** Where it works; null for everywhere. */
  readonly mask: GraphNode | null;
}

/** What of a step goes into the key of its node. */
export function told({ step, mask }: DrawnStep<unknown>): (string | number | boolean)[] {
  const { kind, version, values, amount, blending } = step;
  return [kind, version, digestOfPart(values), amount, blending, mask !== null];
}

/** What a step works on: where there is anything of it, and how its own width and height lie. */
export interface Frame {
  /** From composition pixels to shares of its width and height. */
  readonly toShares: Matrix;
  readonly aspect: number;
  /** Stands for its extent where that is everywhere: the canvas. */
  readonly canvas: Rect;
}

/** Where there is anything of a node, as one rectangle in whole pixels. */
export function domainOf(node: GraphNode, { canvas }: Frame, scale: number): Rect {
  const extent = node.extent(scale);
  if (extent !== 'everywhere') {
    return extent.reduce<Rect>(uniteRects, { x: 0, y: 0, width: 0, height: 0 });
  }
  const [left, top] = [Math.floor(canvas.x * scale), Math.floor(canvas.y * scale)];
  return {
    ...{ x: left, y: top },
    width: Math.ceil((canvas.x + canvas.width) * scale) - left,
    height: Math.ceil((canvas.y + canvas.height) * scale) - top,
  };
}

/** A thing as its coverage leaves it: content times coverage. */
export class CoveredNode extends GraphNode {
  constructor(content: GraphNode, coverage: GraphNode) {
    super('covered', [], [content, coverage], 4);
  }

  extent(scale: number): Region {
    return this.inputs[0]?.extent(scale) ?? [];
  }

  draw(_out: Rect, _scale: number, from: Drawing): Image | null {
    const image = from.take(0);
    const coverage = image && from.see(1);
    if (!image || !coverage) return image;
    const { data } = image;
    for (let p = 0, i = 0; i < data.length; p++, i += 4) {
      const share = coverage.data[p] as number;
      if (share === 1) continue;
      for (let c = i; c < i + 4; c++) data[c] = (data[c] as number) * share;
    }
    return image;
  }
}

/** A picture's longer side is drawn so long at most, in pixels, to be measured. */
const MEASURED_SIDE = 512;

/** The bins of a count as an image: a pixel a bin, its four numbers the sums. */
export function countRect({ width, height }: Count): Rect {
  return { x: 0, y: 0, width, height };
}

/** How many pixels of a picture fall into each bin; the same whatever part of it is seen at what scale. */
export class CountNode extends GraphNode implements MeasureNode {
  override readonly keeps = true;
  readonly bins: Rect;
  readonly place: Rect;
  private readonly measuredAt: number;

  /** @param coverage how much each pixel counts; null for all alike */
  constructor(
    private readonly count: Count,
    input: GraphNode,
    coverage: GraphNode | null,
    private readonly frame: Frame,
    private readonly space: MixSpaceName,
  ) {
    super(count.name, [space], [input, ...(coverage ? [coverage] : [])], 4);
    this.bins = countRect(count);
    this.place = domainOf(input, frame, 1);
    const { width, height } = this.place;
    this.measuredAt = Math.min(1, MEASURED_SIDE / Math.max(1, width, height));
  }

  extent(): Region {
    return [countRect(this.count)];
  }

  override inputScale(): number {
    return this.measuredAt;
  }

  override needs(): Demand {
    const rect = domainOf(this.inputs[0] as GraphNode, this.frame, this.measuredAt);
    return { rect, scale: this.measuredAt };
  }

  override touches(): Rect {
    return countRect(this.count);
  }

  draw(_out: Rect, _scale: number, from: Drawing): Image {
    const image = from.see(0) as FloatImage | null;
    const coverage = this.inputs.length > 1 ? (from.see(1) as CoverageImage | null) : null;
    const { width, height } = this.count;
    if (!image) return newFloatImage(width, height);
    return { width, height, data: this.count.of(image, coverage, this.space) };
  }
}

/** Something measured of a whole picture, as an image of its own: a grid of four numbers each. */
export interface MeasureNode extends GraphNode {
  /** The grid as an image. */
  readonly bins: Rect;
  /** What it lies over, in composition pixels. */
  readonly place: Rect;
}

/** A point step, and what it goes by, if it does. */
export interface DrawnPoint extends DrawnStep<PointComputation<Values>> {
  readonly measure: MeasureNode | null;
}

/** Steps that change each pixel by itself, one after the other without storing what lies between. */
export class PointRunNode extends GraphNode {
  /** For each step, the places of its mask and of what it goes by among the inputs; -1 for none. */
  private readonly places: readonly { readonly mask: number; readonly measure: number }[];
  /** What was prepared; steps that go by nothing else are prepared once. */
  private readonly prepared: (readonly PointOperation[] | undefined)[];

  constructor(
    input: GraphNode,
    private readonly steps: readonly DrawnPoint[],
    private readonly frame: Frame,
    private readonly space: MixSpaceName,
  ) {
    const inputs = [input];
    const place = (node: GraphNode | null) => (node ? inputs.push(node) - 1 : -1);
    const places = steps.map(({ mask, measure }) => ({
      mask: place(mask),
      measure: place(measure),
    }));
    const { toShares, aspect } = frame;
    super('points', [...steps.map(told), space, [...toShares], aspect], inputs, 4);
    this.places = places;
    this.prepared = steps.map(() => undefined);
  }

  /** What a step goes by, if an input is that. */
  private measureAt(input: number): MeasureNode | null {
    const at = this.places.findIndex(({ measure }) => measure === input);
    return this.steps[at]?.measure ?? null;
  }

  extent(scale: number): Region {
    return this.inputs[0]?.extent(scale) ?? [];
  }

  override inputScale(input: number, scale: number): number {
    return this.measureAt(input) ? 1 : scale;
  }

  override needs(input: number, out: Rect, scale: number): Demand {
    const measure = this.measureAt(input);
    return measure ? { rect: measure.bins, scale: 1 } : { rect: out, scale };
  }

  override through(at: (input: number) => Region, scale: number): Region {
    const measured = this.places.some(({ measure }) => measure >= 0 && !isNowhere(at(measure)));
    if (measured) return this.extent(scale);
    return super.through((input) => (this.measureAt(input) ? [] : at(input)), scale);
  }

  draw(out: Rect, scale: number, from: Drawing): Image | null {
    from.check();
    const image = from.take(0) as FloatImage | null;
    if (!image) return null;
    const steps = this.steps.map((each, i): PointStep => {
      const { mask } = this.places[i] as { mask: number };
      const seen =
        mask < 0 ? null : (from.see(mask)?.data ?? newCoverage(out.width, out.height).data);
      const { amount, blending } = each.step;
      return { operations: this.operations(i, from), amount, blending, mask: seen };
    });
    runPoints(image.data, out.width, steps, this.space, (row) => this.placeOf(out, row, scale));
    return image;
  }

  private operations(i: number, from: Drawing): readonly PointOperation[] {
    const { compute, step, measure } = this.steps[i] as DrawnPoint;
    const seen = measure && from.see(this.places[i]?.measure ?? -1);
    if (measure) {
      const { width, height } = measure.bins;
      const measured = seen && { width, height, data: seen.data, place: measure.place };
      return compute.prepare(presentValues(step), measured);
    }
    const known = this.prepared[i] ?? compute.prepare(presentValues(step), null);
    this.prepared[i] = known;
    return known;
  }

  /** Where a row lies in what the steps work on. */
  private placeOf(out: Rect, row: number, scale: number) {
    const [a, b, c, d, e, f] = this.frame.toShares;
    const [x, y] = [0.5 / scale, (out.y + row + 0.5) / scale];
    return {
      ...{ u: a * x + c * y + e, v: b * x + d * y + f, du: a / scale, dv: b / scale },
      first: out.x,
      aspect: this.frame.aspect,
      row: out.y + row,
      scale,
    };
  }
}

/** A blur of a smaller deviation, in output pixels, changes nothing that shows. */
const LEAST_SIGMA = 0.15;

/** The places of a near step's inputs. */
const [OWN, AROUND] = [0, 1];

/**
 * A step that looks at a blur of what lies around each pixel. A wide blur is made from a smaller drawing of it, so that
 * its cost does not grow with how far it looks.
 */
export class NearNode extends GraphNode {
  private readonly coverage: number;
  private readonly mask: number;
  private readonly values: Values;

  /**
   * @param input the content, or the covered thing
   * @param coverage where content shows; null for everywhere
   * @param mixes whether the result is mixed with what it works on, by the step's mask and amount
   */
  constructor(
    input: GraphNode,
    coverage: GraphNode | null,
    private readonly drawn: DrawnStep<NearComputation<Values>>,
    private readonly frame: Frame,
    private readonly space: MixSpaceName,
    private readonly mixes: 'mixed' | 'alone',
  ) {
    const inputs = [input, input];
    const place = (node: GraphNode | null) => (node ? inputs.push(node) - 1 : -1);
    const coverageAt = place(coverage);
    const maskAt = place(mixes === 'mixed' ? drawn.mask : null);
    super('near', [...told(drawn), space, mixes, coverageAt], inputs, 4);
    this.coverage = coverageAt;
    this.mask = maskAt;
    this.values = presentValues(drawn.step);
  }

  private sigmaAt(scale: number): number {
    return this.drawn.compute.deviation(this.values) * scale;
  }

  /** How much smaller what is blurred is drawn: two to the power of the level. */
  private levelAt(scale: number): number {
    return blurLevel(this.sigmaAt(scale));
  }

  private reach(scale: number): number {
    const sigma = this.sigmaAt(scale);
    if (sigma < LEAST_SIGMA) return 0;
    const level = blurLevel(sigma);
    const last = blurSupport(sigma, level);
    if (!this.drawn.compute.again) return last;
    return last + blurSupport(sigma / 2 ** level) * 2 ** level;
  }

  private spread(scale: number): number {
    return this.drawn.compute.spreads?.(this.values) ? this.reach(scale) : 0;
  }

  /** Where there may be anything of the result, in pixels of the smaller drawing; edges go on from there. */
  private domain(scale: number): Rect {
    const by = 2 ** this.levelAt(scale);
    const spread = Math.ceil(this.spread(scale) / by);
    return growRect(domainOf(this.inputs[OWN] as GraphNode, this.frame, scale / by), spread);
  }

  /** The part of the output that is worked out, and what of the smaller drawing that needs. */
  private parts(out: Rect, scale: number): { part: Rect; around: Rect } | null {
    const by = 2 ** this.levelAt(scale);
    const domain = this.domain(scale);
    const { x, y, width, height } = domain;
    const fine = { x: x * by, y: y * by, width: width * by, height: height * by };
    const part = intersectRects(out, fine);
    if (isEmpty(part)) return null;
    const reached = growRect(part, this.reach(scale));
    const [left, top] = [Math.floor(reached.x / by), Math.floor(reached.y / by)];
    const looked = {
      ...{ x: left, y: top },
      width: Math.ceil((reached.x + reached.width) / by) - left,
      height: Math.ceil((reached.y + reached.height) / by) - top,
    };
    return { part, around: intersectRects(looked, domain) };
  }

  extent(scale: number): Region {
    const own = this.inputs[OWN]?.extent(scale) ?? [];
    return grown(own, this.spread(scale));
  }

  private isFine(input: number): boolean {
    return input === OWN || input === this.mask;
  }

  override inputScale(input: number, scale: number): number {
    return this.isFine(input) ? scale : scale / 2 ** this.levelAt(scale);
  }

  override needs(input: number, out: Rect, scale: number): Demand | null {
    if (this.isFine(input)) return { rect: out, scale };
    const parts = this.parts(out, scale);
    return parts && { rect: parts.around, scale: this.inputScale(input, scale) };
  }

  override touches(input: number, rect: Rect, scale: number): Rect {
    if (this.isFine(input)) return rect;
    const by = 2 ** this.levelAt(scale);
    const { x, y, width, height } = rect;
    const fine = { x: x * by, y: y * by, width: width * by, height: height * by };
    return growRect(fine, this.reach(scale));
  }

  draw(out: Rect, scale: number, from: Drawing): Image | null {
    from.check();
    const own = from.take(OWN) as FloatImage | null;
    const parts = this.parts(out, scale);
    if (!parts) return own;
    const around = from.see(AROUND) as FloatImage | null;
    if (!around) return own;
    const image = own ?? newFloatImage(out.width, out.height);
    const coverage = this.coverage < 0 ? null : (from.see(this.coverage) as CoverageImage | null);
    const { compute, step } = this.drawn;
    const data = compute.source(this.values, around, coverage, this.space);
    const blurred = this.blurred(data, parts, out, scale);
    const before = this.mixes === 'mixed' ? unwrittenImage(out.width, out.height) : null;
    before?.data.set(image.data);
    const result = compute.combine(this.values, image, blurred, this.space, {
      ...{ x: out.x, y: out.y, scale },
    });
    if (!before) return result;
    const mask =
      this.mask < 0 ? null : (from.see(this.mask)?.data ?? newCoverage(out.width, out.height).data);
    const { amount, blending } = step;
    mixStep(before.data, result.data, { amount, blending, mask }, this.space);
    return before;
  }

  private blurred(
    data: Float32Array,
    { part, around }: { part: Rect; around: Rect },
    out: Rect,
    scale: number,
  ): FloatImage {
    const image = newFloatImage(out.width, out.height);
    const line = around.width * 4;
    const { compute } = this.drawn;
    const put = (row: Float32Array, y: number) => {
      image.data.set(row, ((y - out.y) * out.width + part.x - out.x) * 4);
    };
    const sigma = this.sigmaAt(scale);
    if (sigma < LEAST_SIGMA) {
      compute.again?.(this.values, data);
      for (let y = part.y; y < part.y + part.height; y++) {
        const at = (y - around.y) * line + (part.x - around.x) * 4;
        put(data.subarray(at, at + part.width * 4), y);
      }
      return image;
    }
    const level = blurLevel(sigma);
    const domain = this.domain(scale);
    const first = { ...around, x: around.x - domain.x, y: around.y - domain.y };
    const [x, y] = [domain.x * 2 ** level, domain.y * 2 ** level];
    const region = { ...part, x: part.x - x, y: part.y - y };
    const [looked, pixels] = compute.again
      ? this.firstBlur(data, first, region, sigma, level, domain)
      : [first, data];
    const source = rowsOf(pixels, looked, domain);
    gaussianBlur(source, sigma, region, (row, v) => put(row, v + y), level);
    return image;
  }

  /** The first of two blurs, in pixels of the smaller drawing, as far as the second one looks. */
  private firstBlur(
    data: Float32Array,
    around: Rect,
    region: Rect,
    sigma: number,
    level: number,
    domain: Rect,
  ): readonly [Rect, Float32Array] {
    const by = 2 ** level;
    const reached = growRect(region, blurSupport(sigma, level));
    const [left, top] = [Math.floor(reached.x / by), Math.floor(reached.y / by)];
    const looked = intersectRects(
      {
        ...{ x: left, y: top },
        width: Math.ceil((reached.x + reached.width) / by) - left,
        height: Math.ceil((reached.y + reached.height) / by) - top,
      },
      { x: 0, y: 0, width: domain.width, height: domain.height },
    );
    const blurred = unwrittenImage(looked.width, looked.height).data;
    gaussianBlur(rowsOf(data, around, domain), sigma / by, looked, (row, v) => {
      blurred.set(row, (v - looked.y) * looked.width * 4);
    });
    this.drawn.compute.again?.(this.values, blurred);
    return [looked, blurred];
  }
}

/** A part of a picture as one that can be read row by row. */
function rowsOf(data: Float32Array, part: Rect, { width, height }: Size): RowSource {
  const line = part.width * 4;
  return {
    ...{ width, height },
    read(y, x, count, to, offset) {
      const at = (y - part.y) * line + (x - part.x) * 4;
      to.set(data.subarray(at, at + count * 4), offset);
    },
  };
}

/** The end of a chain: what lies beyond what can be shown is cut off, and what is left is kept. */
export class ChainEndNode extends GraphNode {
  override readonly keeps = true;

  constructor(input: GraphNode) {
    super('chain', [], [input], 4);
  }

  extent(scale: number): Region {
    return this.inputs[0]?.extent(scale) ?? [];
  }

  draw(_out: Rect, _scale: number, from: Drawing): Image | null {
    const image = from.take(0);
    if (image) clampToAlpha(image.data);
    return image;
  }
}
