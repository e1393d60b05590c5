import {
  boundsAfter,
  type ComponentPart,
  growRect,
  type Matrix,
  multiply,
  PAINTED_TILE_SIZE,
  type RampPart,
  type Rect,
  roundOut,
  type ShapePart,
  scaling,
  type Tiled,
  type ToneWindow,
  uniteRects,
} from '@diplex/document';
import { type CoverageImage, type FloatImage, newCoverage, newFloatImage } from '@diplex/imaging';
import { type MixSpaceName, scratchFloats } from '@diplex/kernels';
import { componentsIn } from '../../mask/components';
import { paintedCoverage, tilesNeeded } from '../../mask/painted-coverage';
import { partOutlines } from '../../mask/part-outline';
import { rampCoverage } from '../../mask/ramp';
import { scanConvertAll } from '../../mask/scan-convert';
import { componentOf, toneCoverage } from '../../mask/tones';
import { isLive } from '../../pixels/live-tile';
import { digestOfPart } from '../digest';
import { type Between, type Drawing, GraphNode, type Image, type Leaves } from '../node';
import { joined, type Region } from '../region';

const NO_RECT: Rect = { x: 0, y: 0, width: 0, height: 0 };

const at = (scale: number, matrix: Matrix) => multiply(scaling(scale, scale), matrix);

/** What a drawn part is made of, apart from how it is combined. */
function shapeOf(part: ShapePart): (string | number | undefined)[] {
  if (part.kind !== 'outline') return [part.x, part.y, part.width, part.height, part.turn];
  return [digestOfPart(part.points), part.further && digestOfPart(part.further)];
}

/** The coverage of an outline, a box or an oval. */
export class ShapeNode extends GraphNode {
  private readonly extents = new Map<number, Region>();

  constructor(
    private readonly part: ShapePart,
    private readonly matrix: Matrix,
  ) {
    super(part.kind, [shapeOf(part), [...matrix]], [], 1);
  }

  extent(scale: number): Region {
    const known = this.extents.get(scale) ?? this.extentAt(scale);
    this.extents.set(scale, known);
    return known;
  }

  private extentAt(scale: number): Region {
    const points = partOutlines(this.part, at(scale, this.matrix)).flat();
    let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
    for (const { x, y } of points) {
      left = Math.min(left, x);
      top = Math.min(top, y);
      right = Math.max(right, x);
      bottom = Math.max(bottom, y);
    }
    if (points.length === 0) return [];
    const bounds = { x: left, y: top, width: right - left, height: bottom - top };
    return [roundOut(growRect(bounds, 1))];
  }

  draw(out: Rect, scale: number): CoverageImage {
    return scanConvertAll(partOutlines(this.part, at(scale, this.matrix)), out);
  }
}

export class RampNode extends GraphNode {
  constructor(
    private readonly part: RampPart,
    private readonly matrix: Matrix,
  ) {
    const { shape, from, to, inner, ratio, falloff, curve } = part;
    const values = [from.x, from.y, to.x, to.y, inner, ratio, falloff, [...curve], [...matrix]];
    super('ramp', [shape, ...values], [], 1);
  }

  extent(): Region {
    return 'everywhere';
  }

  draw(out: Rect, scale: number): CoverageImage {
    return rampCoverage(this.part, at(scale, this.matrix), out);
  }
}

/** What is kept as tiles: painted (what applies beside it) or picked (it says something everywhere). */
export class TilesNode extends GraphNode {
  private readonly extents = new Map<number, Region>();

  constructor(
    private readonly tiled: Tiled,
    private readonly matrix: Matrix,
    private readonly planes: 1 | 2,
  ) {
    const { tiles } = tiled;
    const live = Object.values(tiles).some(isLive);
    super('tiles', [digestOfPart(tiles), [...matrix], planes], [], planes, live);
  }

  extent(scale: number): Region {
    const known = this.extents.get(scale) ?? [
      Object.keys(this.tiled.tiles)
        .map((key) => this.tileAt(key, scale))
        .reduce(uniteRects, NO_RECT),
    ];
    this.extents.set(scale, known);
    return known;
  }

  /** Where a tile shows, in output pixels. */
  private tileAt(key: string, scale: number): Rect {
    const [column = 0, row = 0] = key.split(',').map(Number);
    const size = PAINTED_TILE_SIZE;
    return this.placeOf({ x: column * size, y: row * size, width: size, height: size }, scale);
  }

  /** Where mask pixels show, in output pixels. */
  placeOf(pixels: Rect, scale: number): Rect {
    // What is finer than the mask is interpolated from the pixel beside it.
    return roundOut(growRect(boundsAfter(at(scale, this.matrix), growRect(pixels, 1)), 1));
  }

  /** Whether a stroke of this name paints it. */
  paintedBy(stroke: string): boolean {
    return Object.values(this.tiled.tiles).some((hash) => isLive(hash) && hash.includes(stroke));
  }

  override reads(out: Rect, scale: number): Leaves {
    return { sources: [], painted: tilesNeeded(this.tiled, at(scale, this.matrix), out) };
  }

  override differs(before: GraphNode, between: Between, scale: number): Region {
    const same =
      before instanceof TilesNode &&
      before.planes === this.planes &&
      before.matrix.every((value, i) => value === this.matrix[i]);
    if (!same) return super.differs(before, between, scale);
    const [was, is] = [before.tiled.tiles, this.tiled.tiles];
    const keys = [...new Set([...Object.keys(was), ...Object.keys(is)])];
    const changed = keys.filter((key) => was[key] !== is[key]);
    return joined(changed.map((key) => this.tileAt(key, scale)));
  }

  draw(out: Rect, scale: number, { reader }: Drawing): Image {
    const { width, height } = out;
    const count = width * height;
    const drawn = paintedCoverage(this.tiled, at(scale, this.matrix), out, reader);
    if (this.planes === 1) return drawn?.value ?? newCoverage(width, height);
    const data = scratchFloats(count * 2);
    if (!drawn) data.fill(0);
    else {
      data.set(drawn.value.data);
      data.set(drawn.applies.data, count);
    }
    return { width, height, data };
  }
}

/** What has certain tones in a picture. */
export class TonesNode extends GraphNode {
  constructor(
    private readonly part: ToneWindow,
    picture: GraphNode,
    private readonly space: MixSpaceName,
  ) {
    const { component, low, high } = part;
    super('tones', [component, [...low], [...high], space], [picture], 1);
  }

  extent(): Region {
    return 'everywhere';
  }

  draw(out: Rect, _scale: number, from: Drawing): CoverageImage {
    const picture = from.see(0);
    const { part } = this;
    if (!picture) return newCoverage(out.width, out.height, toneCoverage(part, 0));
    const image = componentOf(picture as FloatImage, part.component, this.space);
    const { data } = image;
    for (let i = 0; i < data.length; i++) data[i] = toneCoverage(part, data[i] as number);
    return image;
  }
}

/** The grey values of a mix of components of a picture. */
export class ComponentNode extends GraphNode {
  constructor(
    private readonly part: ComponentPart,
    picture: GraphNode,
    private readonly space: MixSpaceName,
  ) {
    const { mix, black, white, gamma } = part;
    super('component', [digestOfPart(mix), black, white, gamma, space], [picture], 1);
  }

  extent(): Region {
    return 'everywhere';
  }

  draw(out: Rect, _scale: number, from: Drawing): CoverageImage {
    const picture = from.see(0) ?? newFloatImage(out.width, out.height);
    return componentsIn(this.part, picture, this.space);
  }
}
