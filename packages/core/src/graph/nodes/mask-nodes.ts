import { type CombineRule, growRect, type Mask, type MaskPart, type Rect } from '@diplex/document';
import { type CoverageImage, newCoverage } from '@diplex/imaging';
import { combineMasks, scratchFloats, turnRound } from '@diplex/kernels';
import { choked, chokeMargin } from '../../mask/choke';
import { feathered, featherNeeds, featherSupport, gridFor } from '../../mask/feather';
import { firm, steepened } from '../../mask/firm';
import { type Between, type Demand, type Drawing, GraphNode, type Image } from '../node';
import { grown, joined, mapped, type Region } from '../region';

/** How far enlarging from a coarser grid looks beside a pixel of that grid. */
const BESIDE = 3;

/** Coverage softened by a Gaussian. */
export class FeatherNode extends GraphNode {
  /** @param sigma standard deviation, in composition pixels */
  constructor(
    input: GraphNode,
    private readonly sigma: number,
  ) {
    super('feather', [sigma], [input], input.channels);
  }

  extent(scale: number): Region {
    const input = this.inputs[0]?.extent(this.inputScale(0, scale)) ?? [];
    return mapped(input, (rect) => this.touches(0, rect, scale));
  }

  override inputScale(_input: number, scale: number): number {
    return scale / gridFor(scale, this.sigma).by;
  }

  override needs(_input: number, out: Rect, scale: number): Demand {
    return featherNeeds(out, scale, this.sigma);
  }

  override touches(_input: number, rect: Rect, scale: number): Rect {
    const { by, deviation } = gridFor(scale, this.sigma);
    if (deviation === 0) return rect;
    const { x, y, width, height } = growRect(rect, featherSupport(deviation) + BESIDE);
    return { x: x * by, y: y * by, width: width * by, height: height * by };
  }

  draw(out: Rect, scale: number, from: Drawing): Image {
    const image = from.take(0);
    const { rect } = this.needs(0, out, scale);
    const planes = this.channels;
    const size = rect.width * rect.height;
    const plane = (i: number): CoverageImage => ({
      ...{ width: rect.width, height: rect.height },
      data: image ? image.data.subarray(i * size, (i + 1) * size) : newCoverage(size, 1).data,
    });
    const soft = (i: number) => feathered(() => plane(i), out, scale, this.sigma);
    if (planes === 1) return soft(0);
    const count = out.width * out.height;
    const data = scratchFloats(count * planes);
    for (let i = 0; i < planes; i++) data.set(soft(i).data, i * count);
    return { width: out.width, height: out.height, data };
  }
}

/** What `CombineNode` keeps of a part: how it is combined, not what it covers. */
interface Combining {
  readonly id: string;
  readonly combine: CombineRule;
  readonly inverted: boolean;
  readonly amount: number;
}

function combining({ id, combine, inverted, amount = 1 }: MaskPart): Combining {
  return { id, combine, inverted, amount };
}

function alike(a: Combining, b: Combining): boolean {
  return a.combine === b.combine && a.inverted === b.inverted && a.amount === b.amount;
}

/** The parts of a mask, combined in order. */
export class CombineNode extends GraphNode {
  private readonly parts: readonly Combining[];

  constructor(
    private readonly startsFrom: Mask['startsFrom'],
    parts: readonly MaskPart[],
    drawn: readonly GraphNode[],
  ) {
    const kept = parts.map(combining);
    const told = kept.map((part) => [part.combine, part.inverted, part.amount]);
    super('combine', [startsFrom, told], drawn, 1);
    this.parts = kept;
  }

  extent(): Region {
    return 'everywhere';
  }

  /** Where a part changes anything at all. */
  private reach(i: number, scale: number): Region {
    const { combine, inverted } = this.parts[i] as Combining;
    const input = this.inputs[i] as GraphNode;
    if (combine === 'intersect') return 'everywhere';
    // Where a brush was not, it says nothing, whichever way it is combined.
    if (input.channels === 2) return input.extent(scale);
    return combine === 'replace' || inverted ? 'everywhere' : input.extent(scale);
  }

  override differs(before: GraphNode, between: Between, scale: number): Region {
    if (!(before instanceof CombineNode) || before.startsFrom !== this.startsFrom) {
      return 'everywhere';
    }
    const common = (of: CombineNode, other: CombineNode) =>
      of.parts.map(({ id }) => id).filter((id) => other.parts.some((part) => part.id === id));
    if (common(before, this).join() !== common(this, before).join()) return 'everywhere';
    const ids = new Set([...before.parts, ...this.parts].map(({ id }) => id));
    const regions = [...ids].map((id): Region => {
      const [was, is] = [before, this].map((each) =>
        each.parts.findIndex((part) => part.id === id),
      );
      const [i, j] = [was as number, is as number];
      if (i < 0) return this.reach(j, scale);
      if (j < 0) return before.reach(i, scale);
      if (!alike(before.parts[i] as Combining, this.parts[j] as Combining)) {
        return joined(before.reach(i, scale), this.reach(j, scale));
      }
      return between.differ(before.inputs[i] as GraphNode, this.inputs[j] as GraphNode, scale);
    });
    return joined(...regions);
  }

  draw(out: Rect, _scale: number, from: Drawing): CoverageImage {
    const { width, height } = out;
    const count = width * height;
    const result = newCoverage(width, height, this.startsFrom === 'full' ? 1 : 0);
    this.parts.forEach((part, i) => {
      const planes = this.inputs[i]?.channels ?? 1;
      const image = from.take(i) ?? newCoverage(count * planes, 1);
      const value = image.data.subarray(0, count);
      const applies = planes === 2 ? image.data.subarray(count, 2 * count) : null;
      if (part.inverted) turnRound(value, applies);
      combineMasks(part.combine, result.data, value, weakened(value, applies, part));
    });
    return result;
  }
}

/** Has a part do only some of what it does; gives where it applies. */
function weakened(
  value: Float32Array,
  applies: Float32Array | null,
  { amount, combine }: Combining,
): Float32Array | null {
  if (amount === 1) return applies;
  const kept = combine === 'intersect' ? 1 - amount : 0;
  for (let i = 0; i < value.length; i++) value[i] = kept + (value[i] as number) * amount;
  if (combine !== 'replace') return applies;
  const partly = applies ?? newCoverage(value.length, 1, 1).data;
  for (let i = 0; i < partly.length; i++) partly[i] = (partly[i] as number) * amount;
  return partly;
}

/** Coverage whose edge is moved inwards or outwards. */
export class ChokeNode extends GraphNode {
  /** @param choke in composition pixels; outwards below 0 */
  constructor(
    input: GraphNode,
    private readonly choke: number,
  ) {
    super('choke', [choke], [input], 1);
  }

  extent(scale: number): Region {
    return grown(this.inputs[0]?.extent(scale) ?? [], chokeMargin(scale, this.choke));
  }

  override needs(_input: number, out: Rect, scale: number): Demand {
    return { rect: growRect(out, chokeMargin(scale, this.choke)), scale };
  }

  override touches(_input: number, rect: Rect, scale: number): Rect {
    return growRect(rect, chokeMargin(scale, this.choke));
  }

  draw(out: Rect, scale: number, from: Drawing): CoverageImage {
    const { rect } = this.needs(0, out, scale);
    const image = () => from.take(0) ?? newCoverage(rect.width, rect.height);
    return choked(image, out, scale, this.choke);
  }
}

/** Each value of a mask by itself: it reaches as far as the mask does. */
abstract class PointNode extends GraphNode {
  constructor(
    kind: string,
    input: GraphNode,
    private readonly amount: number,
  ) {
    super(kind, [amount], [input], 1);
  }

  extent(scale: number): Region {
    return this.inputs[0]?.extent(scale) ?? [];
  }

  draw(out: Rect, scale: number, from: Drawing): CoverageImage {
    const image = from.take(0) ?? newCoverage(out.width, out.height);
    this.change(image, this.amount, scale);
    return image;
  }

  /** Changes the values in place. */
  protected abstract change(image: CoverageImage, amount: number, scale: number): void;
}

/** Coverage whose edge is as steep as a drawn one, after it was softened to even out its jags. */
export class SteepNode extends PointNode {
  /** @param sigma what it was softened by, in composition pixels */
  constructor(input: GraphNode, sigma: number) {
    super('steep', input, sigma);
  }

  protected change(image: CoverageImage, sigma: number, scale: number): void {
    steepened(image, sigma * scale);
  }
}

/** Coverage whose edge is made steeper. */
export class FirmNode extends PointNode {
  constructor(input: GraphNode, amount: number) {
    super('firm', input, amount);
  }

  protected change(image: CoverageImage, amount: number): void {
    firm(image, amount);
  }
}

/** A mask as something uses it: turned round, at a density. */
export class MaskUseNode extends GraphNode {
  override readonly keeps = true;

  constructor(
    mask: GraphNode,
    private readonly turnedRound: boolean,
    private readonly density: number,
  ) {
    super('mask use', [turnedRound, density], [mask], 1);
  }

  extent(): Region {
    return 'everywhere';
  }

  draw(out: Rect, _scale: number, from: Drawing): CoverageImage {
    const image = from.take(0) ?? newCoverage(out.width, out.height);
    const { data } = image;
    if (this.turnedRound) turnRound(data, null);
    const { density } = this;
    if (density < 1) {
      for (let i = 0; i < data.length; i++) data[i] = 1 - density * (1 - (data[i] as number));
    }
    return image;
  }
}

/** Where a layer shows: its border times its mask. */
export class CoverageNode extends GraphNode {
  constructor(border: GraphNode, mask: GraphNode) {
    super('coverage', [], [border, mask], 1);
  }

  extent(): Region {
    return 'everywhere';
  }

  draw(out: Rect, _scale: number, from: Drawing): CoverageImage {
    const mask = from.take(1) ?? newCoverage(out.width, out.height);
    const border = from.see(0);
    if (border) combineMasks('intersect', mask.data, border.data, null);
    return mask;
  }
}
