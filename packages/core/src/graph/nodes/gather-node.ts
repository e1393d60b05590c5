import {
  boundsAfter,
  growRect,
  intersectRects,
  isEmpty,
  type Rect,
  roundOut,
  scaling,
  uniteRects,
} from '@diplex/document';
import {
  type CoverageImage,
  doubledPart,
  type FloatImage,
  halvedPart,
  newCoverage,
  newFloatImage,
  unwrittenImage,
} from '@diplex/imaging';
import type { MixSpaceName } from '@diplex/kernels';
import { type GatherComputation, mixStep, presentValues } from '@diplex/steps';
import { type Demand, type Drawing, GraphNode, type Image } from '../node';
import type { Region } from '../region';
import { type DrawnStep, domainOf, type Frame, told } from './step-nodes';

/** Values that a step's definition has checked. */
type Values = ReturnType<typeof presentValues>;

/** The places of the inputs: the thing as it is, and what is gathered from. */
const [OWN, FROM] = [0, 1];

/** Filters between pixels look so far beyond what a step says it looks at, in pixels of what is gathered from. */
const FILTERS = 3;

function scaled(rect: Rect, by: number): Rect {
  return boundsAfter(scaling(by, by), rect);
}

/**
 * A step whose pixels come from elsewhere. Where it says so it gathers from a smaller drawing, and its result is doubled
 * until it has the size that is asked for.
 */
export class GatherNode extends GraphNode {
  private readonly coverage: number;
  private readonly mask: number;
  private readonly values: Values;

  /**
   * @param input the content, or the covered thing
   * @param coverage where content shows; null for everywhere
   */
  constructor(
    input: GraphNode,
    coverage: GraphNode | null,
    private readonly drawn: DrawnStep<GatherComputation<Values>>,
    private readonly frame: Frame,
    private readonly space: MixSpaceName,
  ) {
    const inputs = [input, input];
    const place = (node: GraphNode | null) => (node ? inputs.push(node) - 1 : -1);
    const coverageAt = place(coverage);
    const maskAt = place(drawn.mask);
    const { toShares, canvas } = frame;
    const lies = [...toShares, canvas.width, canvas.height];
    super('gather', [...told(drawn), space, coverageAt, ...lies], inputs, 4);
    this.coverage = coverageAt;
    this.mask = maskAt;
    this.values = presentValues(drawn.step);
  }

  /** How much smaller what is gathered from is drawn. */
  private by(scale: number): number {
    return 2 ** this.levelAt(scale);
  }

  private levelAt(scale: number): number {
    return this.drawn.compute.level?.(this.values, scale, this.frame) ?? 0;
  }

  private spreads(): boolean {
    return this.drawn.compute.spreads?.(this.values) ?? false;
  }

  private get guided(): boolean {
    return this.drawn.compute.maskSays === 'how far';
  }

  /** Which part of the result a part of the input changes, each in pixels of its scale. */
  private shown(rect: Rect, from: number, to: number): Rect {
    const { compute } = this.drawn;
    const part = scaled(growRect(rect, FILTERS), 1 / from);
    const { shows } = compute;
    const shown = shows
      ? shows(this.values, part, this.frame, from)
      : compute.looks(this.values, part, this.frame, from);
    return roundOut(growRect(scaled(shown, to), 2 * Math.max(1, to / from)));
  }

  /** Where the result may be other than what comes in. */
  private domain(scale: number): Rect {
    const own = domainOf(this.inputs[OWN] as GraphNode, this.frame, scale);
    return this.spreads() ? uniteRects(own, this.shown(own, scale, scale)) : own;
  }

  /** What is worked out of the output, what that is doubled from, and what that is gathered from. */
  private parts(out: Rect, scale: number): { part: Rect; coarse: Rect; from: Rect } | null {
    const part = intersectRects(out, this.domain(scale));
    if (isEmpty(part)) return null;
    const by = this.by(scale);
    const coarse = halvedPart(part, this.levelAt(scale));
    const at = scale / by;
    const looked = this.drawn.compute.looks(this.values, scaled(coarse, 1 / at), this.frame, at);
    const whole = domainOf(this.inputs[FROM] as GraphNode, this.frame, at);
    const from = intersectRects(roundOut(growRect(scaled(looked, at), FILTERS)), whole);
    return { part, coarse, from };
  }

  extent(scale: number): Region {
    const own = this.inputs[OWN]?.extent(scale) ?? [];
    if (own === 'everywhere' || !this.spreads()) return own;
    const domain = this.domain(scale);
    return isEmpty(domain) ? [] : [domain];
  }

  private isFine(input: number): boolean {
    return input === OWN || (input === this.mask && !this.guided);
  }

  override inputScale(input: number, scale: number): number {
    return this.isFine(input) ? scale : scale / this.by(scale);
  }

  override needs(input: number, out: Rect, scale: number): Demand | null {
    if (this.isFine(input)) return { rect: out, scale };
    const parts = this.parts(out, scale);
    if (!parts) return null;
    const rect = input === this.mask ? parts.coarse : parts.from;
    return isEmpty(rect) ? null : { rect, scale: this.inputScale(input, scale) };
  }

  override touches(input: number, rect: Rect, scale: number): Rect {
    if (this.isFine(input)) return rect;
    const at = this.inputScale(input, scale);
    if (input !== this.mask) return this.shown(rect, at, scale);
    return roundOut(growRect(scaled(rect, scale / at), 2 * this.by(scale)));
  }

  draw(out: Rect, scale: number, from: Drawing): Image | null {
    from.check();
    const own = from.take(OWN) as FloatImage | null;
    const parts = this.parts(out, scale);
    if (!parts) return own;
    const image = own ?? newFloatImage(out.width, out.height);
    const gathered = this.gathered(parts, out, scale, from);
    const { compute, step } = this.drawn;
    const mixes = step.amount < 1 || step.blending !== 'normal' || !this.guided;
    const before = mixes ? unwrittenImage(out.width, out.height) : null;
    before?.data.set(image.data);
    const result = compute.combine(this.values, image, gathered, this.space);
    if (!before) return result;
    const mask = this.guided || this.mask < 0 ? null : this.seenMask(this.mask, out, from);
    const { amount, blending } = step;
    mixStep(before.data, result.data, { amount, blending, mask }, this.space);
    return before;
  }

  private seenMask(input: number, { width, height }: Rect, from: Drawing): Float32Array {
    return from.see(input)?.data ?? newCoverage(width, height).data;
  }

  private gathered(
    { part, coarse, from: around }: { part: Rect; coarse: Rect; from: Rect },
    out: Rect,
    scale: number,
    from: Drawing,
  ): FloatImage {
    const { compute } = this.drawn;
    const seen = isEmpty(around) ? null : (from.see(FROM) as FloatImage | null);
    if (!seen) return newFloatImage(out.width, out.height);
    const coverage = this.coverage < 0 ? null : (from.see(this.coverage) as CoverageImage | null);
    const data = compute.source(this.values, seen, coverage, this.space);
    const at = { x: around.x, y: around.y, width: around.width, height: around.height, data };
    const { width, height } = coarse;
    const guides = this.guided && this.mask >= 0;
    const howFar = guides ? { width, height, data: this.seenMask(this.mask, coarse, from) } : null;
    const asked = { part: coarse, scale: scale / this.by(scale), frame: this.frame, howFar };
    const made = compute.gather(this.values, at, asked);
    const fine = doubledPart(made, part, this.levelAt(scale));
    if (part.width === out.width && part.height === out.height) return fine;
    const placed = newFloatImage(out.width, out.height);
    for (let y = 0; y < part.height; y++) {
      const row = fine.data.subarray(y * part.width * 4, (y + 1) * part.width * 4);
      placed.data.set(row, ((part.y + y - out.y) * out.width + part.x - out.x) * 4);
    }
    return placed;
  }
}
