import type { BlendMode, Rect } from '@diplex/document';
import { type CoverageImage, type FloatImage, isAll, newFloatImage } from '@diplex/imaging';
import { compositeRows, type MixSpaceName } from '@diplex/kernels';
import { mixStep } from '@diplex/steps';
import { type Between, type Demand, type Drawing, GraphNode, type Image } from '../node';
import { clipped, joined, type Region } from '../region';
import { PhotoNode } from './photo-node';

/** The place of what lies behind among the inputs of a step of a fold. */
const BACKDROP = 0;

/**
 * Layers are put on what lies behind one after another: a fold. Each step has what lies behind as its first
 * input, and knows its layer, so that folds in which layers came, went and moved can be compared.
 */
export abstract class FoldStep extends GraphNode {
  abstract readonly layer: string;

  get backdrop(): GraphNode {
    return this.inputs[BACKDROP] as GraphNode;
  }

  /** Where the step itself may change anything. */
  abstract reach(scale: number): Region;

  /** Where the step differs from what it was, apart from what lies behind both. */
  protected abstract stepDiffers(before: this, between: Between, scale: number): Region;

  override extent(scale: number): Region {
    return joined(this.backdrop.extent(scale), this.reach(scale));
  }

  override differs(before: GraphNode, between: Between, scale: number): Region {
    const [was, is] = [chainOf(before), chainOf(this)];
    let region = between.differ(was.base, is.base, scale);
    const pairs = matched(was.steps, is.steps);
    let [i, j] = [0, 0];
    for (const [old, now] of [...pairs, [was.steps.length, is.steps.length] as const]) {
      for (; i < old; i++) region = joined(region, (was.steps[i] as FoldStep).reach(scale));
      for (; j < now; j++) region = joined(region, (is.steps[j] as FoldStep).reach(scale));
      const [a, b] = [was.steps[i++], is.steps[j++]];
      if (!a || !b) break;
      // Whatever of the layer looks at what lies behind finds what is known of that already.
      between.learn(a.backdrop, b.backdrop, scale, region);
      region = joined(region, b.changed(a, between, scale));
    }
    return region;
  }

  private changed(before: FoldStep, between: Between, scale: number): Region {
    if (before.key === this.key) return [];
    const both = joined(before.reach(scale), this.reach(scale));
    if (before.constructor !== this.constructor) return both;
    return clipped(this.stepDiffers(before as this, between, scale), both);
  }
}

/** The steps of the fold that ends in a node, the farthest first, and what it begins from. */
function chainOf(node: GraphNode): { steps: FoldStep[]; base: GraphNode } {
  const steps: FoldStep[] = [];
  let at = node;
  for (; at instanceof FoldStep; at = at.backdrop) steps.push(at);
  return { steps: steps.reverse(), base: at };
}

/** The places of steps of the same layers in two folds, in an order that both share: as many as there can be. */
function matched(
  before: readonly FoldStep[],
  after: readonly FoldStep[],
): (readonly [number, number])[] {
  const places = new Map(before.map(({ layer }, i) => [layer, i]));
  // The longest rising subsequence, by patience: `tails` ends the best of each length.
  const tails: number[] = [];
  const links: { i: number; j: number; before: number }[] = [];
  after.forEach(({ layer }, j) => {
    const i = places.get(layer);
    if (i === undefined) return;
    let length = tails.length;
    while (length > 0 && (links[tails[length - 1] as number]?.i ?? 0) >= i) length--;
    links.push({ i, j, before: length > 0 ? (tails[length - 1] as number) : -1 });
    tails[length] = links.length - 1;
  });
  const pairs: (readonly [number, number])[] = [];
  for (let at = tails.at(-1) ?? -1; at >= 0; ) {
    const { i, j, before: next } = links[at] as { i: number; j: number; before: number };
    pairs.push([i, j]);
    at = next;
  }
  return pairs.reverse();
}

/** A layer put on what lies behind it: its content, where it is covered, by its opacity and blending. */
export class OverNode extends FoldStep {
  private readonly covered: boolean;

  constructor(
    readonly layer: string,
    backdrop: GraphNode,
    private readonly content: GraphNode,
    private readonly coverage: GraphNode | null,
    private readonly opacity: number,
    private readonly blending: BlendMode,
    private readonly space: MixSpaceName,
  ) {
    const inputs = [backdrop, content, ...(coverage ? [coverage] : [])];
    super('over', [opacity, blending, space], inputs, 4);
    this.covered = coverage !== null;
  }

  reach(scale: number): Region {
    return this.content.extent(scale);
  }

  override through(at: (input: number) => Region, scale: number): Region {
    const own = joined(at(1), this.covered ? at(2) : []);
    return joined(at(BACKDROP), clipped(own, this.reach(scale)));
  }

  protected stepDiffers(before: this, between: Between, scale: number): Region {
    const alike =
      before.opacity === this.opacity &&
      before.blending === this.blending &&
      before.covered === this.covered;
    if (!alike) return 'everywhere';
    return joined(
      between.differ(before.content, this.content, scale),
      before.coverage && this.coverage ? between.differ(before.coverage, this.coverage, scale) : [],
    );
  }

  override needs(input: number, out: Rect, scale: number): Demand | null {
    if (input === BACKDROP) return { rect: out, scale };
    return reaches(this.content, out, scale) ? { rect: out, scale } : null;
  }

  draw(out: Rect, scale: number, from: Drawing): Image {
    from.check();
    const image = (from.take(BACKDROP) ?? newFloatImage(out.width, out.height)) as FloatImage;
    if (!reaches(this.content, out, scale)) return image;
    const coverage = this.covered ? (from.see(2) as CoverageImage | null) : null;
    if (coverage && isAll(coverage, 0)) return image;
    const { content, opacity, blending, space } = this;
    const plain = blending === 'normal' && !coverage && content instanceof PhotoNode;
    if (plain && content.putOnGrid(image, out, scale, opacity, from.reader)) return image;
    const drawn = from.see(1);
    if (!drawn) return image;
    compositeRows(blending, image.data, drawn.data, coverage?.data ?? null, opacity, space);
    return image;
  }
}

/** Whether a node has anything near a part of the output. */
function reaches(node: GraphNode, out: Rect, scale: number): boolean {
  const extent = node.extent(scale);
  if (extent === 'everywhere') return true;
  return extent.some(
    (rect) =>
      rect.x < out.x + out.width &&
      out.x < rect.x + rect.width &&
      rect.y < out.y + out.height &&
      out.y < rect.y + rect.height,
  );
}

/** What lies behind, changed by the chain of a glass, as far as its mask and opacity let it. */
export class GlassNode extends FoldStep {
  /** @param altered what lies behind as the chain leaves it */
  constructor(
    readonly layer: string,
    backdrop: GraphNode,
    private readonly altered: GraphNode,
    private readonly mask: GraphNode | null,
    private readonly opacity: number,
    private readonly blending: BlendMode,
    private readonly space: MixSpaceName,
  ) {
    const inputs = [backdrop, altered, ...(mask ? [mask] : [])];
    super('glass', [opacity, blending, space], inputs, 4);
  }

  reach(scale: number): Region {
    return this.altered.extent(scale);
  }

  override through(at: (input: number) => Region, scale: number): Region {
    const masked = this.mask ? clipped(at(2), this.reach(scale)) : [];
    return joined(at(BACKDROP), at(1), masked);
  }

  protected stepDiffers(before: this, between: Between, scale: number): Region {
    const alike = before.opacity === this.opacity && before.blending === this.blending;
    if (!alike || !before.mask !== !this.mask) return 'everywhere';
    return joined(
      between.differ(before.altered, this.altered, scale),
      before.mask && this.mask ? between.differ(before.mask, this.mask, scale) : [],
    );
  }

  draw(out: Rect, _scale: number, from: Drawing): Image {
    from.check();
    const image = (from.take(BACKDROP) ?? newFloatImage(out.width, out.height)) as FloatImage;
    const mask = this.mask ? (from.see(2) as CoverageImage | null) : null;
    if (mask && isAll(mask, 0)) return image;
    const altered = from.take(1);
    if (!altered) return image;
    const { opacity: amount, blending } = this;
    mixStep(image.data, altered.data, { amount, blending, mask: mask?.data ?? null }, this.space);
    return image;
  }
}

/** A group whose layers were put on what lies behind one by one, as far as its mask and opacity let them. */
export class ThroughNode extends FoldStep {
  /** @param folded what lies behind with the group's layers on it */
  constructor(
    readonly layer: string,
    backdrop: GraphNode,
    private readonly folded: GraphNode,
    private readonly coverage: GraphNode | null,
    private readonly opacity: number,
    private readonly extentOfGroup: GraphNode,
  ) {
    super('through', [opacity], [backdrop, folded, ...(coverage ? [coverage] : [])], 4);
  }

  reach(scale: number): Region {
    return this.extentOfGroup.extent(scale);
  }

  override through(at: (input: number) => Region, scale: number): Region {
    const masked = this.coverage ? clipped(at(2), this.reach(scale)) : [];
    return joined(at(BACKDROP), at(1), masked);
  }

  protected stepDiffers(before: this, between: Between, scale: number): Region {
    if (before.opacity !== this.opacity || !before.coverage !== !this.coverage) return 'everywhere';
    return joined(
      between.differ(before.folded, this.folded, scale),
      before.coverage && this.coverage ? between.differ(before.coverage, this.coverage, scale) : [],
    );
  }

  draw(out: Rect, _scale: number, from: Drawing): Image {
    from.check();
    const image = (from.take(BACKDROP) ?? newFloatImage(out.width, out.height)) as FloatImage;
    const coverage = this.coverage ? (from.see(2) as CoverageImage | null) : null;
    if (coverage && isAll(coverage, 0)) return image;
    const folded = from.see(1);
    if (folded) mix(image.data, folded.data, coverage?.data ?? null, this.opacity);
    return image;
  }
}

/** Takes each pixel some of the way to another picture: all of them premultiplied, so this is a mean of lights. */
function mix(
  data: Float32Array,
  to: Float32Array,
  coverage: Float32Array | null,
  opacity: number,
): void {
  for (let p = 0, i = 0; i < data.length; p++, i += 4) {
    const share = opacity * (coverage ? (coverage[p] as number) : 1);
    if (share === 0) continue;
    for (let c = i; c < i + 4; c++) {
      const was = data[c] as number;
      data[c] = share === 1 ? (to[c] as number) : was + ((to[c] as number) - was) * share;
    }
  }
}
