import type { BlobHash, Rect } from '@diplex/document';
import type { CoverageImage, FloatImage } from '@diplex/imaging';
import type { PixelReader } from '../pixels/pixel-reader';
import type { TilePlace } from '../pixels/tiled-level';
import { digestOf } from './digest';
import { joined, mapped, type Region } from './region';

/** What a node draws: its node says how many numbers a pixel has. */
export type Image = FloatImage | CoverageImage;

/**
 * Numbers of a pixel: premultiplied RGBA in the mixing space (4, side by side), coverage (1), or coverage
 * times where it applies and where it applies (2, one plane after the other).
 */
export type Channels = 1 | 2 | 4;

/** A part of a plane at a scale, in whole pixels of that scale (output pixels per composition pixel). */
export interface Demand {
  readonly rect: Rect;
  readonly scale: number;
}

/** A tile of a level of a source. */
export interface SourceTile extends TilePlace {
  readonly source: BlobHash;
  readonly level: number;
}

/** Pixels that have to be at hand. */
export interface Leaves {
  readonly sources: readonly SourceTile[];
  readonly painted: readonly BlobHash[];
}

export const NO_LEAVES: Leaves = { sources: [], painted: [] };

/** What a node draws from. */
export interface Drawing {
  readonly reader: PixelReader;
  /** @throws RenderStopped when the rendering was called off */
  check(): void;
  /**
   * An input's image, of what the node said it needs there; null where there is nothing (for a border and
   * the coverage made of it: where everything is covered). It must not be changed.
   */
  see(input: number): Image | null;
  /** The same, to be changed. */
  take(input: number): Image | null;
}

/** How states of nodes differ, each pair worked out once. */
export interface Between {
  /** Where two nodes may differ, at a scale. */
  differ(before: GraphNode, after: GraphNode, scale: number): Region;
  /** Notes what is known of a pair. */
  learn(before: GraphNode, after: GraphNode, scale: number, region: Region): void;
}

/** What a digest is made of. */
type Value = string | number | boolean | null | undefined | readonly Value[];

/**
 * One thing that is drawn from others. What it looks at and what it changes are declared together: `needs` says
 * which of an input a part of the result is made from, `touches` which of the result a part of an input may
 * change. Rendering, the pixels that have to be at hand, damage and keys all come from this.
 */
export abstract class GraphNode {
  /** A digest of the kind, the values and the inputs' keys: the same for the same pixels. */
  readonly key: string;
  /** Whether a stroke under way changes it without another key. */
  readonly live: boolean;
  /** Whether what it draws is worth keeping. */
  readonly keeps: boolean = false;
  protected readonly own: string;

  protected constructor(
    kind: string,
    values: readonly Value[],
    readonly inputs: readonly GraphNode[],
    readonly channels: Channels,
    live = false,
  ) {
    this.own = JSON.stringify([kind, ...values]);
    this.key = digestOf([this.own, ...inputs.map((input) => input.key)].join('|'));
    this.live = live || inputs.some((input) => input.live);
  }

  /** Where it may be other than nothing, at a scale. */
  abstract extent(scale: number): Region;

  /** Draws a part of it, at a scale; the same numbers for a pixel whatever the part. */
  abstract draw(out: Rect, scale: number, from: Drawing): Image | null;

  /**
   * What is drawn of it at once when a part is asked for: that part and, of what is kept, perhaps more, so that it is found again
   * when a little else is asked.
   */
  piece(out: Rect, _scale: number): Rect {
    return out;
  }

  /** What of an input a part of the result is made from; null for nothing. */
  needs(_input: number, out: Rect, scale: number): Demand | null {
    return { rect: out, scale };
  }

  /** The scale at which an input is looked at. */
  inputScale(_input: number, scale: number): number {
    return scale;
  }

  /** What a part of an input (at its scale) may change of the result. */
  touches(_input: number, rect: Rect, _scale: number): Rect {
    return rect;
  }

  /** What of sources and tiles it reads itself. */
  reads(_out: Rect, _scale: number): Leaves {
    return NO_LEAVES;
  }

  /** Where it may differ from another state of it, as far as `between` says how their inputs differ. */
  differs(before: GraphNode, between: Between, scale: number): Region {
    const alike =
      before.constructor === this.constructor &&
      before.own === this.own &&
      before.inputs.length === this.inputs.length;
    if (!alike) return joined(before.extent(scale), this.extent(scale));
    return this.through(
      (input) =>
        between.differ(
          before.inputs[input] as GraphNode,
          this.inputs[input] as GraphNode,
          this.inputScale(input, scale),
        ),
      scale,
    );
  }

  /** What changes of it when its inputs change where `at` says. */
  through(at: (input: number) => Region, scale: number): Region {
    const regions = this.inputs.map((_, input) =>
      mapped(at(input), (rect) => this.touches(input, rect, scale)),
    );
    return joined(...regions);
  }
}
