import {
  affineOf,
  boundsAfter,
  type Cast,
  castSoftness,
  growRect,
  intersectRects,
  invert,
  invertProjective,
  isEmpty,
  isSeenBack,
  multiplyProjective,
  type Projective,
  projectiveOf,
  type Rect,
  roundOut,
  type ShadowContent,
  scaling,
  thrownBounds,
  uniteRects,
} from '@diplex/document';
import { type CoverageImage, type FloatImage, newCoverage, newFloatImage } from '@diplex/imaging';
import { decodeExactly, type MixSpaceName } from '@diplex/kernels';
import { type Demand, type Drawing, GraphNode, type Image } from '../node';
import { joined, type Region } from '../region';
import { FeatherNode } from './mask-nodes';

/** The outline of a thing is drawn so long at most, in pixels, to be thrown somewhere: shadows are soft. */
const OUTLINE_SIDE = 1024;

/** What is thrown is drawn and kept in pieces between multiples of so many pixels. */
const PIECE = 128;

/** So many places are looked at for a pixel in which much of the outline comes together. */
const MOST_PLACES = 8;

const NOWHERE: Rect = { x: 0, y: 0, width: 0, height: 0 };

/** How an outline covers, as one plane. */
function outlineOf({ width, height, data }: FloatImage): CoverageImage {
  const alpha = new Float32Array(width * height);
  for (let p = 0; p < alpha.length; p++) alpha[p] = data[p * 4 + 3] as number;
  return { width, height, data: alpha };
}

/** Coverage between the middles of four pixels; nothing beyond the picture. */
function between({ width, height, data }: CoverageImage, x: number, y: number): number {
  const left = Math.floor(x);
  const top = Math.floor(y);
  if (left < 0 || top < 0 || left >= width - 1 || top >= height - 1) return 0;
  const u = x - left;
  const at = top * width + left;
  const upper = (data[at] as number) * (1 - u) + (data[at + 1] as number) * u;
  const lower = (data[at + width] as number) * (1 - u) + (data[at + width + 1] as number) * u;
  return upper + (lower - upper) * (y - top);
}

/** At how many places a pixel is looked at along a side, when so much of the outline comes together there. */
function placesAlong(x: number, y: number): number {
  return Math.max(1, Math.min(MOST_PLACES, Math.ceil(Math.sqrt(x * x + y * y) - 0.01)));
}

/** The map back; affine ones stay exactly affine. */
function undoing(map: Projective): Projective {
  const affine = affineOf(map);
  return affine ? projectiveOf(invert(affine)) : invertProjective(map);
}

const scaled = (by: number) => projectiveOf(scaling(by, by));

/** How much of a thing covers each pixel where a map throws it. */
export class ThrownNode extends GraphNode {
  override readonly keeps = true;
  private readonly bounds: Rect;
  private readonly drawnAt: number;

  /**
   * @param map from the thing's composition pixels to those where it is thrown
   * @param canvas stands for a thing that is everywhere
   */
  constructor(
    thing: GraphNode,
    private readonly map: Projective,
    canvas: Rect,
  ) {
    super('thrown', [...map, canvas.width, canvas.height], [thing], 1);
    const extent = thing.extent(1);
    this.bounds = roundOut(
      extent === 'everywhere' ? canvas : extent.reduce<Rect>(uniteRects, NOWHERE),
    );
    this.drawnAt = Math.min(1, OUTLINE_SIDE / Math.max(1, this.bounds.width, this.bounds.height));
  }

  override inputScale(_input: number, scale: number): number {
    return Math.min(scale, this.drawnAt);
  }

  /** The whole outline, so that it is the same whatever part of the shadow is drawn. */
  override needs(_input: number, _out: Rect, scale: number): Demand {
    const at = this.inputScale(0, scale);
    return { rect: growRect(roundOut(boundsAfter(scaling(at, at), this.bounds)), 1), scale: at };
  }

  /** In whole pieces: how soft a shadow is asks for more of its outline or less. */
  override piece({ x, y, width, height }: Rect): Rect {
    const [left, top] = [Math.floor(x / PIECE), Math.floor(y / PIECE)];
    const [right, bottom] = [Math.ceil((x + width) / PIECE), Math.ceil((y + height) / PIECE)];
    const inPieces = { x: left, y: top, width: right - left, height: bottom - top };
    return boundsAfter(scaling(PIECE, PIECE), inPieces);
  }

  private thrownTo(scale: number): Rect {
    const thrown = boundsAfter(scaling(scale, scale), thrownBounds(this.map, this.bounds));
    return growRect(roundOut(thrown), 2);
  }

  extent(scale: number): Region {
    return [this.thrownTo(scale)];
  }

  override touches(_input: number, _rect: Rect, scale: number): Rect {
    return this.thrownTo(scale);
  }

  draw(out: Rect, scale: number, from: Drawing): Image | null {
    const image = from.see(0) as FloatImage | null;
    if (!image) return null;
    const { rect, scale: at } = this.needs(0, out, scale);
    const back = [scaled(at), undoing(this.map), scaled(1 / scale)].reduce(multiplyProjective);
    const [a, b, c, d, e, f, g, h, k] = back;
    const outline = outlineOf(image);
    const alpha = newCoverage(out.width, out.height);
    const seen = intersectRects(out, this.thrownTo(scale));
    for (let y = seen.y - out.y; y < seen.y - out.y + seen.height; y++) {
      for (let x = seen.x - out.x; x < seen.x - out.x + seen.width; x++) {
        const p = y * out.width + x;
        const mx = out.x + x + 0.5;
        const my = out.y + y + 0.5;
        const w = g * mx + h * my + k;
        if (!isSeenBack(w)) continue;
        const sx = (a * mx + b * my + c) / w;
        const sy = (d * mx + e * my + f) / w;
        const across = placesAlong((a - sx * g) / w, (d - sy * g) / w);
        const down = placesAlong((b - sx * h) / w, (e - sy * h) / w);
        let sum = 0;
        for (let j = 0; j < down; j++) {
          const v = out.y + y + (j + 0.5) / down;
          for (let i = 0; i < across; i++) {
            const u = out.x + x + (i + 0.5) / across;
            const at = g * u + h * v + k;
            if (!isSeenBack(at)) continue;
            const px = (a * u + b * v + c) / at - rect.x - 0.5;
            const py = (d * u + e * v + f) / at - rect.y - 0.5;
            sum += between(outline, px, py);
          }
        }
        alpha.data[p] = sum / (across * down);
      }
    }
    return alpha;
  }
}

/** What falls on the ground below a height in the picture, and above it what goes up a wall. */
export class FoldNode extends GraphNode {
  /** @param y where both meet, in composition pixels */
  constructor(
    ground: GraphNode,
    wall: GraphNode,
    private readonly y: number,
  ) {
    super('fold', [y], [ground, wall], 1);
  }

  /** The parts of an output rectangle that lie on the ground and on the wall. */
  private parted(out: Rect, scale: number): readonly [ground: Rect, wall: Rect] {
    const row = Math.round(this.y * scale);
    const height = Math.max(0, Math.min(out.height, row - out.y));
    return [
      { ...out, y: out.y + height, height: out.height - height },
      { ...out, height },
    ];
  }

  extent(scale: number): Region {
    return joined(...this.inputs.map((input) => input.extent(scale)));
  }

  override needs(input: number, out: Rect, scale: number): Demand | null {
    const rect = this.parted(out, scale)[input] as Rect;
    return isEmpty(rect) ? null : { rect, scale };
  }

  draw(out: Rect, scale: number, from: Drawing): Image {
    const alpha = newCoverage(out.width, out.height);
    this.parted(out, scale).forEach((part, input) => {
      const seen = isEmpty(part) ? null : from.see(input);
      if (seen) alpha.data.set(seen.data, (part.y - out.y) * out.width);
    });
    return alpha;
  }
}

/** What glossy ground shows of a thing: less the farther it is from where both meet, seen through a colour. */
export class MirrorNode extends GraphNode {
  constructor(
    mirrored: GraphNode,
    private readonly content: ShadowContent,
    private readonly cast: Cast,
    private readonly space: MixSpaceName,
  ) {
    const { colour, fade = 0 } = content;
    const { foot, height } = cast.standing;
    const seen = [colour.r, colour.g, colour.b, colour.alpha, fade];
    super('mirror', [...seen, foot.y, height, space], [mirrored], 4);
  }

  extent(scale: number): Region {
    return this.inputs[0]?.extent(scale) ?? [];
  }

  draw(out: Rect, scale: number, from: Drawing): Image | null {
    const image = from.take(0) as FloatImage | null;
    if (!image) return null;
    const { colour, fade = 0 } = this.content;
    const { foot, height } = this.cast.standing;
    const light = this.space === 'light' ? decodeExactly : (value: number) => value;
    const through = [colour.r, colour.g, colour.b].map((value) => light(value / 255));
    for (let y = 0, i = 0; y < out.height; y++) {
      const below = ((out.y + y + 0.5) / scale - foot.y) / Math.max(1, height);
      // Nothing is mirrored above the ground; the edge lies within a pixel.
      const edge = Math.max(0, Math.min(1, below * height * scale + 0.5));
      const share = colour.alpha * edge * Math.max(0, 1 - fade * Math.max(0, below));
      for (let x = 0; x < out.width; x++, i += 4) {
        for (let c = 0; c < 3; c++) {
          image.data[i + c] = (image.data[i + c] as number) * share * (through[c] as number);
        }
        image.data[i + 3] = (image.data[i + 3] as number) * share;
      }
    }
    return image;
  }
}

/** A shadow is drawn at these shares of its greatest softness, and between them by how far its light travelled. */
const SOFT = [0.08, 0.4, 1] as const;

/** The shadow of contact reaches so high up the thing, and is so soft, as shares of its height. */
const [TOUCHES, CONTACT_SOFT] = [0.12, 0.025];

/** A blur of a smaller deviation, in composition pixels, cannot be seen. */
const LEAST_SIGMA = 0.3;

/** The places of the inputs: the shadow at its three softnesses, and of contact. */
const CONTACT = SOFT.length;

/** The shadow of a thing: its outline where light throws it, the softer the farther, and dark where it touches the ground. */
export class ShadowNode extends GraphNode {
  override readonly keeps = true;
  private readonly back: Projective;

  /**
   * @param thing the thing as it is covered
   * @param canvas stands for a thing that is everywhere
   */
  constructor(
    thing: GraphNode,
    private readonly content: ShadowContent,
    private readonly cast: Cast,
    private readonly space: MixSpaceName,
    canvas: Rect,
  ) {
    const { map, contact, standing, travels, far, fold } = cast;
    const { colour, softness, contact: dark } = content;
    const values = [...map, ...contact, standing.foot.y, standing.height, travels, far];
    const folded = fold ? [...fold.map, fold.y, fold.high] : [];
    const told = [colour.r, colour.g, colour.b, colour.alpha, softness, dark, space];
    const soft = (node: GraphNode, sigma: number) =>
      sigma < LEAST_SIGMA ? node : new FeatherNode(node, sigma);
    const lain = new ThrownNode(thing, map, canvas);
    const thrown = fold
      ? new FoldNode(lain, new ThrownNode(thing, fold.map, canvas), fold.y)
      : lain;
    const most = castSoftness(content, far);
    const layers = SOFT.map((share) => soft(thrown, share * most));
    const pressed = new ThrownNode(thing, projectiveOf(contact), canvas);
    super(
      'shadow',
      [...values, ...told, ...folded],
      [...layers, soft(pressed, CONTACT_SOFT * standing.height)],
      4,
    );
    this.back = undoing(map);
  }

  extent(scale: number): Region {
    return joined(...this.inputs.map((input) => input.extent(scale)));
  }

  draw(out: Rect, scale: number, from: Drawing): Image {
    const image = newFloatImage(out.width, out.height);
    const layers = SOFT.map((_, i) => from.see(i) as CoverageImage | null);
    const contact = from.see(CONTACT) as CoverageImage | null;
    const planes = [...layers, contact].flatMap((each) => (each ? [each.data] : []));
    const { foot, height } = this.cast.standing;
    const { colour, contact: dark } = this.content;
    const light = this.space === 'light' ? decodeExactly : (value: number) => value;
    const [r, g, b] = [colour.r, colour.g, colour.b].map((value) => light(value / 255)) as [
      number,
      number,
      number,
    ];
    for (let y = 0; y < out.height; y++) {
      const below = (out.y + y + 0.5) / scale - foot.y;
      const touching = Math.max(0, 1 - Math.abs(below) / (TOUCHES * height));
      for (let x = 0, p = y * out.width; x < out.width; x++, p++) {
        // Most of what a shadow could reach it does not.
        if (!reaches(planes, p)) continue;
        const place = softAt(this.travelled((out.x + x + 0.5) / scale, (out.y + y + 0.5) / scale));
        const first = Math.min(SOFT.length - 2, Math.floor(place));
        const a = layers[first]?.data[p] ?? 0;
        const c = layers[first + 1]?.data[p] ?? 0;
        const thrown = a + (c - a) * (place - first);
        const touched = dark * touching * (contact?.data[p] ?? 0);
        const alpha = colour.alpha * (1 - (1 - thrown) * (1 - touched));
        if (alpha === 0) continue;
        const i = p * 4;
        image.data[i] = alpha * r;
        image.data[i + 1] = alpha * g;
        image.data[i + 2] = alpha * b;
        image.data[i + 3] = alpha;
      }
    }
    return image;
  }

  /** Which share of its longest way the light travelled that is missing at a place: by how high that lies in the thing. */
  private travelled(x: number, y: number): number {
    const { travels, standing, fold } = this.cast;
    if (travels === 'equally') return 1;
    const { foot, height } = standing;
    if (fold && y < fold.y) return clamped(fold.high / Math.max(1, height));
    const { back } = this;
    const w = back[6] * x + back[7] * y + back[8];
    if (!isSeenBack(w)) return 1;
    const high = foot.y - (back[3] * x + back[4] * y + back[5]) / w;
    return clamped(high / Math.max(1, height));
  }
}

/** Whether any of several planes has something at a pixel. */
function reaches(planes: readonly Float32Array[], p: number): boolean {
  for (const plane of planes) if (plane[p] !== 0) return true;
  return false;
}

const clamped = (share: number) => Math.max(0, Math.min(1, share));

/** Where a share lies among the softnesses: the place of the one before it, and how far it is on the way to the next. */
function softAt(share: number): number {
  for (let i = 1; i < SOFT.length; i++) {
    const [from, to] = [SOFT[i - 1] as number, SOFT[i] as number];
    if (share <= to || i === SOFT.length - 1) return i - 1 + clamped((share - from) / (to - from));
  }
  return 0;
}
