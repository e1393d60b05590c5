import {
  boundsAfter,
  type Fill,
  growRect,
  type Matrix,
  multiply,
  type Rect,
  roundOut,
  scaling,
} from '@diplex/document';
import { type CoverageImage, type FloatImage, newFloatImage } from '@diplex/imaging';
import type { MixSpaceName } from '@diplex/kernels';
import { sampleAffine, sampledRect } from '../../geometry/sample-affine';
import { fillContent } from '../../render/fill-content';
import { membrane } from '../../render/membrane';
import { digestOfPart } from '../digest';
import { type Demand, type Drawing, GraphNode, type Image } from '../node';
import { joined, mapped, type Region } from '../region';

const NOWHERE: Rect = { x: 0, y: 0, width: 0, height: 0 };

function firstOf(region: Region): Rect {
  return region === 'everywhere' ? NOWHERE : (region[0] ?? NOWHERE);
}

/** Pixels of a picture where an affine map puts them. */
export class TakenNode extends GraphNode {
  /** @param map from the picture's composition pixels to those where they are laid */
  constructor(
    picture: GraphNode,
    private readonly map: Matrix,
  ) {
    super('taken', [...map], [picture], 4);
  }

  private toOutput(scale: number): Matrix {
    return [scaling(scale, scale), this.map, scaling(1 / scale, 1 / scale)].reduce(multiply);
  }

  extent(scale: number): Region {
    const of = this.inputs[0]?.extent(scale) ?? [];
    return mapped(of, (rect) => this.touches(0, rect, scale));
  }

  override needs(_input: number, out: Rect, scale: number): Demand {
    return { rect: sampledRect(this.toOutput(scale), out), scale };
  }

  override touches(_input: number, rect: Rect, scale: number): Rect {
    return roundOut(growRect(boundsAfter(this.toOutput(scale), growRect(rect, 3)), 1));
  }

  draw(out: Rect, scale: number, from: Drawing): Image | null {
    const image = from.see(0) as FloatImage | null;
    if (!image) return null;
    const toOutput = this.toOutput(scale);
    return sampleAffine(image, sampledRect(toOutput, out), toOutput, out);
  }
}

/** The longest side of the picture in which a membrane is worked out, in pixels. */
const MEMBRANE_SIDE = 320;

/** So many pixels of it lie around what was laid down: the tone that is met. */
const AROUND = 3;

/** The places of a membrane's inputs. */
const [BEHIND, LAID, TILES] = [0, 1, 2];

/** What has to be added to what is taken so that it meets what lies around the place where it is laid. */
export class MembraneNode extends GraphNode {
  override readonly keeps = true;
  /** The scale at which it is worked out, and the pixels of that scale. */
  readonly grid: Demand;

  /** @param tiles how much is laid where, and after that of what was laid with it: none of that is met */
  constructor(behind: GraphNode, taken: GraphNode, tiles: readonly GraphNode[]) {
    super('membrane', [], [behind, taken, ...tiles], 4);
    const [own] = tiles;
    const { x, y, width, height } = firstOf(own?.extent(1) ?? []);
    const scale = Math.min(1, MEMBRANE_SIDE / Math.max(1, width, height));
    const bounds = { x: x * scale, y: y * scale, width: width * scale, height: height * scale };
    this.grid = { rect: growRect(roundOut(bounds), AROUND), scale };
  }

  extent(): Region {
    return [this.grid.rect];
  }

  override inputScale(): number {
    return this.grid.scale;
  }

  override needs(): Demand {
    return this.grid;
  }

  override touches(): Rect {
    return this.grid.rect;
  }

  draw(_out: Rect, _scale: number, from: Drawing): Image {
    from.check();
    const { width, height } = this.grid.rect;
    const empty = newFloatImage(width, height);
    const behind = (from.see(BEHIND) as FloatImage | null) ?? empty;
    const taken = (from.see(LAID) as FloatImage | null) ?? empty;
    const laid = new Float32Array(width * height);
    for (let input = TILES; input < this.inputs.length; input++) {
      const drawn = from.see(input);
      if (!drawn) continue;
      for (let p = 0; p < laid.length; p++) {
        laid[p] = Math.max(laid[p] as number, drawn.data[p] as number);
      }
    }
    return membrane(behind, taken, laid);
  }
}

/** What is taken, with the tone of what lies around the place where it is laid. */
export class MetNode extends GraphNode {
  constructor(
    taken: GraphNode,
    private readonly membrane: MembraneNode,
    private readonly meets: number,
  ) {
    super('met', [meets], [taken, membrane], 4);
  }

  extent(scale: number): Region {
    return this.inputs[0]?.extent(scale) ?? [];
  }

  override inputScale(input: number, scale: number): number {
    return input === 0 ? scale : this.membrane.grid.scale;
  }

  override needs(input: number, out: Rect, scale: number): Demand {
    return input === 0 ? { rect: out, scale } : this.membrane.grid;
  }

  override touches(input: number, rect: Rect, scale: number): Rect {
    if (input === 0) return rect;
    const by = scale / this.membrane.grid.scale;
    const { x, y, width, height } = growRect(this.membrane.grid.rect, 1);
    return roundOut({ x: x * by, y: y * by, width: width * by, height: height * by });
  }

  draw(out: Rect, scale: number, from: Drawing): Image | null {
    const image = from.take(0) as FloatImage | null;
    const added = from.see(1) as FloatImage | null;
    if (!image || !added) return image;
    const { rect, scale: of } = this.membrane.grid;
    const by = of / scale;
    const { data } = image;
    const most = { x: rect.width - 1, y: rect.height - 1 };
    for (let y = 0, i = 0; y < out.height; y++) {
      const v = Math.max(0, Math.min(most.y, (out.y + y + 0.5) * by - 0.5 - rect.y));
      const top = Math.min(Math.floor(v), Math.max(0, most.y - 1));
      for (let x = 0; x < out.width; x++, i += 4) {
        const alpha = data[i + 3] as number;
        if (alpha === 0) continue;
        const u = Math.max(0, Math.min(most.x, (out.x + x + 0.5) * by - 0.5 - rect.x));
        const left = Math.min(Math.floor(u), Math.max(0, most.x - 1));
        const at = (top * rect.width + left) * 4;
        const [right, below] = [most.x > 0 ? 4 : 0, most.y > 0 ? rect.width * 4 : 0];
        const [shareU, shareV] = [u - left, v - top];
        for (let c = 0; c < 3; c++) {
          const k = at + c;
          const upper =
            (added.data[k] as number) * (1 - shareU) + (added.data[k + right] as number) * shareU;
          const lower =
            (added.data[k + below] as number) * (1 - shareU) +
            (added.data[k + below + right] as number) * shareU;
          const own = upper * (1 - shareV) + lower * shareV;
          data[i + c] = Math.max(0, (data[i + c] as number) + this.meets * alpha * own);
        }
      }
    }
    return image;
  }
}

/** What a coat lays down: a fill, a picture, or nothing, which takes away what lies under it. */
export type Laid =
  | { readonly by: 'fill'; readonly fill: Fill; readonly matrix: Matrix }
  | { readonly by: 'picture'; readonly picture: GraphNode }
  | { readonly by: 'nothing' };

/** A coat on those below it in its layer. */
export class CoatNode extends GraphNode {
  /** @param tiles how much of it was laid down where, and whether */
  constructor(
    below: GraphNode,
    tiles: GraphNode,
    private readonly laid: Laid,
    private readonly space: MixSpaceName,
  ) {
    const own = laid.by === 'fill' ? [digestOfPart(laid.fill), [...laid.matrix]] : [];
    const inputs = [below, tiles, ...(laid.by === 'picture' ? [laid.picture] : [])];
    super('coat', [laid.by, ...own, space], inputs, 4);
  }

  extent(scale: number): Region {
    const below = this.inputs[0]?.extent(scale) ?? [];
    if (this.laid.by === 'nothing') return below;
    return joined(below, this.inputs[1]?.extent(scale) ?? []);
  }

  override needs(input: number, out: Rect, scale: number): Demand | null {
    const near = (rect: Rect) =>
      rect.x < out.x + out.width &&
      out.x < rect.x + rect.width &&
      rect.y < out.y + out.height &&
      out.y < rect.y + rect.height;
    const laid = this.inputs[1]?.extent(scale) ?? [];
    if (input === 2 && laid !== 'everywhere' && !laid.some(near)) return null;
    return { rect: out, scale };
  }

  draw(out: Rect, scale: number, from: Drawing): Image | null {
    const tiles = from.see(1);
    if (!tiles) return from.take(0);
    const coverage = tiles.data.subarray(0, out.width * out.height);
    if (this.laid.by === 'nothing') {
      const image = from.take(0) as FloatImage | null;
      if (image) takeAway(image, coverage);
      return image;
    }
    const picture = this.picture(out, scale, from);
    const image = (from.take(0) as FloatImage | null) ?? newFloatImage(out.width, out.height);
    if (picture) layOver(image, picture, coverage);
    return image;
  }

  private picture(out: Rect, scale: number, from: Drawing): FloatImage | null {
    const { laid } = this;
    if (laid.by === 'picture') return from.see(2) as FloatImage | null;
    if (laid.by === 'nothing') return null;
    const toOutput = multiply(scaling(scale, scale), laid.matrix);
    return fillContent(laid.fill, toOutput, out, this.space);
  }
}

function takeAway({ data }: FloatImage, coverage: CoverageImage['data']): void {
  for (let p = 0, i = 0; p < coverage.length; p++) {
    const left = 1 - (coverage[p] as number);
    for (let c = 0; c < 4; c++, i++) data[i] = (data[i] as number) * left;
  }
}

function layOver(image: FloatImage, picture: FloatImage, coverage: CoverageImage['data']): void {
  for (let p = 0, i = 0; p < coverage.length; p++, i += 4) {
    const share = coverage[p] as number;
    if (share === 0) continue;
    const left = 1 - share * (picture.data[i + 3] as number);
    for (let c = i; c < i + 4; c++) {
      image.data[c] = (image.data[c] as number) * left + share * (picture.data[c] as number);
    }
  }
}
