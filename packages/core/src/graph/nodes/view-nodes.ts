import { growRect, type Rect } from '@diplex/document';
import { type CoverageImage, type FloatImage, newFloatImage } from '@diplex/imaging';
import { decodeExactly, type MixSpaceName } from '@diplex/kernels';
import type { Colour } from '../../render/view';
import { type Demand, type Drawing, GraphNode } from '../node';
import type { Region } from '../region';

/** The side of a check, and the period of hatching, in output pixels. */
const CHECK = 8;
const HATCH_PERIOD = 8;

/** What only one of two masks shows. */
const ONLY = { own: { r: 240, g: 178, b: 62 }, other: { r: 64, g: 176, b: 190 } } as const;

type Triple = readonly [number, number, number];

function inSpace({ r, g, b }: Colour, space: MixSpaceName): Triple {
  const channel = (value: number) => (space === 'light' ? decodeExactly(value / 255) : value / 255);
  return [channel(r), channel(g), channel(b)];
}

/** A view: patterns are in output pixels counted from the canvas's corner, so they meet at the seams of tiles. */
abstract class ViewNode extends GraphNode {
  extent(): Region {
    return 'everywhere';
  }
}

/** Checks of two colours, or one colour all over. */
export class ChecksNode extends ViewNode {
  private readonly triples: readonly [Triple, Triple];

  constructor(colours: readonly [Colour, Colour], space: MixSpaceName) {
    const values = colours.map(({ r, g, b }) => [r, g, b]);
    super('checks', [values, space], [], 4);
    this.triples = [inSpace(colours[0], space), inSpace(colours[1], space)];
  }

  draw({ x: left, y: top, width, height }: Rect): FloatImage {
    const image = newFloatImage(width, height);
    const [even, odd] = this.triples;
    for (let y = 0, i = 0; y < height; y++) {
      const row = Math.floor((top + y) / CHECK);
      for (let x = 0; x < width; x++, i += 4) {
        const colour = (Math.floor((left + x) / CHECK) + row) & 1 ? odd : even;
        image.data[i] = colour[0];
        image.data[i + 1] = colour[1];
        image.data[i + 2] = colour[2];
        image.data[i + 3] = 1;
      }
    }
    return image;
  }
}

/** A mask as greyscale, in encoded values, as far as its layer goes. */
export class GreyNode extends ViewNode {
  private readonly border: number;

  constructor(mask: GraphNode | null, border: GraphNode | null) {
    super(
      'grey',
      [mask !== null],
      [mask, border].filter((node) => node !== null),
      4,
    );
    this.border = border ? this.inputs.length - 1 : -1;
  }

  draw(out: Rect, _scale: number, from: Drawing): FloatImage {
    const image = newFloatImage(out.width, out.height);
    const masked = this.inputs.length - (this.border < 0 ? 0 : 1) > 0;
    const mask = masked ? from.see(0) : null;
    const border = this.border < 0 ? null : from.see(this.border);
    for (let p = 0, i = 0; p < out.width * out.height; p++, i += 4) {
      const alpha = border ? (border.data[p] as number) : 1;
      const value = alpha * (mask ? (mask.data[p] as number) : 1);
      image.data.fill(value, i, i + 3);
      image.data[i + 3] = alpha;
    }
    return image;
  }
}

/** A picture with what a mask hides under a hatched veil. */
export class VeilNode extends ViewNode {
  private readonly colour: Triple;

  constructor(
    picture: GraphNode,
    mask: GraphNode,
    colour: Colour,
    private readonly strength: number,
    space: MixSpaceName,
  ) {
    const { r, g, b } = colour;
    super('veil', [r, g, b, strength, space], [picture, mask], 4);
    this.colour = inSpace(colour, space);
  }

  draw(out: Rect, _scale: number, from: Drawing): FloatImage {
    const image = (from.take(0) ?? newFloatImage(out.width, out.height)) as FloatImage;
    const mask = from.see(1);
    if (!mask) return image;
    for (let y = 0, p = 0; y < image.height; y++) {
      for (let x = 0; x < image.width; x++, p++) {
        const along = (out.x + x + out.y + y) % HATCH_PERIOD;
        const line = (along + HATCH_PERIOD) % HATCH_PERIOD < 1.5;
        const amount = (1 - (mask.data[p] as number)) * this.strength * (line ? 0.55 : 1);
        const i = p * 4;
        const alpha = image.data[i + 3] as number;
        for (let c = 0; c < 3; c++) {
          const veiled = (this.colour[c] as number) * alpha;
          image.data[i + c] = (image.data[i + c] as number) * (1 - amount) + veiled * amount;
        }
      }
    }
    return image;
  }
}

/** A picture with a light line beside a dark one where a mask passes one half. */
export class EdgeLinesNode extends ViewNode {
  private readonly ends: readonly [number, number];

  constructor(picture: GraphNode, mask: GraphNode, space: MixSpaceName) {
    super('edge lines', [space], [picture, mask], 4);
    this.ends = [0, inSpace({ r: 255, g: 255, b: 255 }, space)[0]];
  }

  /** A pixel more of the mask on every side: an edge lies between two pixels. */
  override needs(input: number, out: Rect, scale: number): Demand {
    return { rect: input === 1 ? growRect(out, 1) : out, scale };
  }

  override touches(input: number, rect: Rect): Rect {
    return input === 1 ? growRect(rect, 1) : rect;
  }

  draw(out: Rect, _scale: number, from: Drawing): FloatImage {
    const image = (from.take(0) ?? newFloatImage(out.width, out.height)) as FloatImage;
    const mask = from.see(1) as CoverageImage | null;
    if (!mask) return image;
    const [dark, light] = this.ends;
    const inside = (x: number, y: number) => (mask.data[y * mask.width + x] as number) >= 0.5;
    for (let y = 0, i = 0; y < image.height; y++) {
      for (let x = 0; x < image.width; x++, i += 4) {
        const own = inside(x + 1, y + 1);
        const beside = own !== inside(x + 2, y + 1) || own !== inside(x, y + 1);
        if (!beside && own === inside(x + 1, y + 2) && own === inside(x + 1, y)) continue;
        // Light on the side that is shown, dark on the other: it can be seen on any picture.
        image.data.fill(own ? light : dark, i, i + 3);
        image.data[i + 3] = 1;
      }
    }
    return image;
  }
}

/** A picture with what one mask shows more of than another, each tinted, hatched its own way. */
export class DifferenceNode extends ViewNode {
  private readonly colours: readonly [Triple, Triple];
  private readonly places: readonly [number, number];

  constructor(
    picture: GraphNode,
    own: GraphNode | null,
    other: GraphNode | null,
    space: MixSpaceName,
  ) {
    const more = [own, other].filter((node) => node !== null);
    super('difference', [own !== null, other !== null, space], [picture, ...more], 4);
    this.colours = [inSpace(ONLY.own, space), inSpace(ONLY.other, space)];
    this.places = [own ? 1 : -1, other ? more.length : -1];
  }

  draw(out: Rect, _scale: number, from: Drawing): FloatImage {
    const image = (from.take(0) ?? newFloatImage(out.width, out.height)) as FloatImage;
    const [own, other] = this.places.map((place) => (place < 0 ? null : from.see(place)));
    for (let y = 0, p = 0; y < image.height; y++) {
      for (let x = 0; x < image.width; x++, p++) {
        const more = (own ? (own.data[p] as number) : 1) - (other ? (other.data[p] as number) : 1);
        if (more === 0) continue;
        const [u, v] = [out.x + x, out.y + y];
        const along = (more > 0 ? u + v : u - v) % HATCH_PERIOD;
        const line = (along + HATCH_PERIOD) % HATCH_PERIOD < 2.5;
        const amount = Math.abs(more) * (line ? 0.95 : 0.55);
        const colour = this.colours[more > 0 ? 0 : 1];
        const i = p * 4;
        for (let c = 0; c < 3; c++) {
          const was = image.data[i + c] as number;
          image.data[i + c] = was * (1 - amount) + (colour[c] as number) * amount;
        }
        image.data[i + 3] = Math.max(image.data[i + 3] as number, amount);
      }
    }
    return image;
  }
}
