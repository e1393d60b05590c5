import {
  growRect,
  intersectRects,
  isEmpty,
  type LayerEdge,
  type Rect,
  roundOut,
  type Size,
} from '@diplex/document';
import {
  type CoverageImage,
  cropImage,
  type FloatImage,
  isAll,
  newFloatImage,
  pasteImage,
} from '@diplex/imaging';
import type { MixSpaceName } from '@diplex/kernels';
import { type Brushing, cleanFringe, fringeReach, showsBefore } from '../../render/clean-fringe';
import { type EdgeEntry, enterEdge, entryReach } from '../../render/enter-edge';
import { type Demand, type Drawing, GraphNode } from '../node';
import type { Region } from '../region';

/** What of an edge a clean fringe is made by. */
type FringeEdge = Pick<LayerEdge, 'fringe' | 'fringeWidth' | 'fringeWhere'>;

/** Content without the old backdrop's colour where its mask is neither empty nor full. */
export class FringeNode extends GraphNode {
  override readonly keeps = true;
  private readonly brushed: number;
  private readonly backdrop: number;

  /**
   * @param brushed where strokes said how much, if they did
   * @param backdrop what lies behind, where only what differs from it is cleaned
   */
  constructor(
    content: GraphNode,
    mask: GraphNode,
    private readonly edge: FringeEdge & Pick<LayerEdge, 'fringeBrushed'>,
    private readonly space: MixSpaceName,
    brushed: GraphNode | null,
    backdrop: GraphNode | null,
  ) {
    const more = [brushed, backdrop].filter((node) => node !== null);
    const { fringe, fringeWidth } = edge;
    const values = [fringe, fringeWidth, space, brushed !== null, backdrop !== null];
    super('fringe', values, [content, mask, ...more], 4);
    this.brushed = brushed ? 2 : -1;
    this.backdrop = backdrop ? 1 + more.length : -1;
  }

  extent(scale: number): Region {
    return this.inputs[0]?.extent(scale) ?? [];
  }

  private looksAround(input: number): boolean {
    return input <= 1;
  }

  override needs(input: number, out: Rect, scale: number): Demand {
    const reach = this.looksAround(input) ? fringeReach(this.edge, scale) : 0;
    return { rect: growRect(out, reach), scale };
  }

  override touches(input: number, rect: Rect, scale: number): Rect {
    return this.looksAround(input) ? growRect(rect, fringeReach(this.edge, scale)) : rect;
  }

  draw(out: Rect, scale: number, from: Drawing): FloatImage | null {
    const content = from.see(0) as FloatImage | null;
    if (!content) return null;
    const { rect } = this.needs(0, out, scale);
    const clean = cropImage(content, rect, out);
    const mask = fringeReach(this.edge, scale) > 0 ? (from.see(1) as CoverageImage | null) : null;
    if (!mask || isAll(mask, 0) || isAll(mask, 1)) return clean;
    const brushed = this.brushed < 0 ? null : this.brushing(out, from);
    const backdrop = this.backdrop < 0 ? null : from.see(this.backdrop);
    const behind = backdrop ?? newFloatImage(out.width, out.height);
    const visible = this.backdrop < 0 ? undefined : showsBefore(behind, this.space);
    cleanFringe(content, mask, this.edge, scale, clean, brushed, visible);
    return clean;
  }

  private brushing({ width, height }: Rect, from: Drawing): Brushing | null {
    const image = from.see(this.brushed);
    const count = width * height;
    return (
      image && {
        value: image.data.subarray(0, count),
        applies: image.data.subarray(count, 2 * count),
      }
    );
  }
}

/** Content into whose edge the colour, or the light, of what lies behind enters. */
export class EdgeEntryNode extends GraphNode {
  override readonly keeps = true;

  constructor(
    content: GraphNode,
    mask: GraphNode,
    backdrop: GraphNode,
    private readonly entry: EdgeEntry,
    private readonly canvas: Size,
    private readonly space: MixSpaceName,
  ) {
    const { width, height } = canvas;
    const values = [entry.amount, entry.width, width, height, space];
    super(entry.way, values, [content, mask, backdrop], 4);
  }

  extent(scale: number): Region {
    return this.inputs[0]?.extent(scale) ?? [];
  }

  private canvasAt(scale: number): Rect {
    const { width, height } = this.canvas;
    return roundOut({ x: 0, y: 0, width: width * scale, height: height * scale });
  }

  override needs(input: number, out: Rect, scale: number): Demand | null {
    if (input === 0) return { rect: out, scale };
    const reach = entryReach(this.entry, scale);
    const canvas = this.canvasAt(scale);
    // What lies beyond the canvas is not seen, and has nothing behind it.
    if (reach === 0 || isEmpty(intersectRects(out, canvas))) return null;
    return { rect: intersectRects(growRect(out, reach), canvas), scale };
  }

  override touches(input: number, rect: Rect, scale: number): Rect {
    return input === 0 ? rect : growRect(rect, entryReach(this.entry, scale));
  }

  draw(out: Rect, scale: number, from: Drawing): FloatImage | null {
    const content = from.take(0) as FloatImage | null;
    const demand = this.needs(1, out, scale);
    if (!content || !demand) return content;
    const mask = from.see(1) as CoverageImage | null;
    if (!mask || isAll(mask, 0) || isAll(mask, 1)) return content;
    const { rect: at } = demand;
    const backdrop = from.see(2) as FloatImage | null;
    const behind = { image: backdrop ?? newFloatImage(at.width, at.height), at };
    const part = intersectRects(out, this.canvasAt(scale));
    if (part.width === out.width && part.height === out.height) {
      enterEdge(content, out, { image: mask, at }, behind, this.entry, scale, this.space);
      return content;
    }
    const cut = cropImage(content, out, part);
    enterEdge(cut, part, { image: mask, at }, behind, this.entry, scale, this.space);
    pasteImage(cut, part, content, out);
    return content;
  }
}
