import {
  growRect,
  intersectRects,
  type PhotoContent,
  PlaneMap,
  type Point,
  type Rect,
  roundOut,
  type Size,
  scaling,
  uniteRects,
} from '@diplex/document';
import type { CoverageImage, FloatImage } from '@diplex/imaging';
import { type MixSpaceName, scratchZeroes } from '@diplex/kernels';
import { cellsByLevel, cellsLookAt, resampleWarped } from '../../geometry/resample-warped';
import { type WarpCell, warpCells } from '../../geometry/warp-cells';
import { scanConvert } from '../../mask/scan-convert';
import { findLevel } from '../../pixels/find-level';
import { levelCount, levelSize } from '../../pixels/source-level';
import { tilesUnder } from '../../pixels/tiled-level';
import { type Demand, type Drawing, GraphNode, type Image, type Leaves } from '../node';
import { mapped, type Region } from '../region';

/** How far the rounded corners of an outline may lie beyond its bounds, in output pixels. */
const CORNERS = 0.01;

const NO_RECT: Rect = { x: 0, y: 0, width: 0, height: 0 };

/** Wherever anything may be, in output pixels. */
const ALL: Rect = { x: -1e7, y: -1e7, width: 2e7, height: 2e7 };

const scaled = (map: PlaneMap, scale: number) => map.followedBy(PlaneMap.of(scaling(scale, scale)));

const whole = ({ width, height }: Size): Rect => ({ x: 0, y: 0, width, height });

/** A photograph, resampled once from its own pixels to where it lies bent, drawn out of square or in a plane. */
export class WarpedPhotoNode extends GraphNode {
  override readonly keeps = true;

  /** @param map from the photograph's pixels to composition pixels */
  constructor(
    private readonly content: PhotoContent,
    private readonly map: PlaneMap,
    private readonly space: MixSpaceName,
  ) {
    const { source, size } = content;
    super('warped photo', [source, size.width, size.height, ...map.told, space], [], 4);
  }

  extent(scale: number): Region {
    const bounds = scaled(this.map, scale).boundsOf(whole(this.content.size));
    return [roundOut(growRect(bounds, CORNERS + 1))];
  }

  private partsOf(out: Rect, scale: number) {
    const { width, height } = this.content.size;
    const inside = intersectRects(out, (this.extent(scale) as readonly Rect[])[0] ?? NO_RECT);
    return cellsByLevel(
      scaled(this.map, scale),
      this.content.size,
      levelCount(width, height),
      inside,
    );
  }

  override reads(out: Rect, scale: number): Leaves {
    const { source, size } = this.content;
    const sources = this.partsOf(out, scale).flatMap(({ level, cells }) =>
      tilesUnder(levelSize(size.width, size.height, level), cellsLookAt(cells, level)).map(
        (place) => ({ source, level, ...place }),
      ),
    );
    return { sources, painted: [] };
  }

  draw(out: Rect, scale: number, { reader }: Drawing): FloatImage | null {
    const parts = this.partsOf(out, scale).map(({ level, cells }) => {
      const found = findLevel(this.content, level, reader, (at) => cellsLookAt(cells, at));
      return found && { found, cells };
    });
    const there = parts.filter((part) => part !== null);
    return there.length === parts.length ? resampleWarped(there, out, this.space) : null;
  }
}

/** How much of each pixel a rectangle covers after a map that is not affine. */
export class WarpedBorderNode extends GraphNode {
  constructor(
    private readonly size: Size,
    private readonly map: PlaneMap,
  ) {
    super('warped border', [size.width, size.height, ...map.told], [], 1);
  }

  /** It says something everywhere: beside the rectangle, that nothing is covered. */
  extent(): Region {
    return 'everywhere';
  }

  draw(out: Rect, scale: number): CoverageImage {
    return scanConvert(scaled(this.map, scale).borderOf(whole(this.size)), out);
  }
}

/** The input may be drawn finer, where the map makes it larger, or coarser by these powers of two. */
const [MOST_FINER, MOST_COARSER] = [1, 6];

/** Nothing is drawn finer than at this scale for the sake of a map. */
const FINEST = 2;

/** The map's growth is looked at in so many places along each side. */
const PLACES = 9;

/** By how much the map makes things larger at most within a rectangle, along any line. */
function mostGrowth(map: PlaneMap, { x, y, width, height }: Rect): number {
  let most = 0;
  for (let row = 0; row < PLACES; row++) {
    for (let column = 0; column < PLACES; column++) {
      const at: Point = {
        x: x + (width * column) / (PLACES - 1),
        y: y + (height * row) / (PLACES - 1),
      };
      const [here, across, down] = [
        map.to(at),
        map.to({ x: at.x + 0.01, y: at.y }),
        map.to({ x: at.x, y: at.y + 0.01 }),
      ];
      if (!here || !across || !down) continue;
      most = Math.max(
        most,
        Math.hypot(across.x - here.x, across.y - here.y) / 0.01,
        Math.hypot(down.x - here.x, down.y - here.y) / 0.01,
      );
    }
  }
  return most;
}

/** The edge of a shape is soft for so many pixels beyond its bounds. */
const SOFT_EDGE = 4;

/** How far between two pixels is looked. */
const BESIDE = 1;

/**
 * What is drawn where a layer would lie flat, moved to where it lies: masks, fills and what masks look at. Beyond a
 * rectangle its edge goes on, or it ends as a picture does, whose border cuts away what lies there.
 */
export class WarpNode extends GraphNode {
  private readonly finer: number;

  /**
   * @param map from composition pixels laid flat to composition pixels
   * @param within what counts of the input, in composition pixels laid flat
   */
  constructor(
    input: GraphNode,
    private readonly map: PlaneMap,
    private readonly within: Rect,
    private readonly edge: 'goes on' | 'ends',
  ) {
    const { x, y, width, height } = within;
    super('warp', [...map.told, x, y, width, height, edge], [input], input.channels);
    const wanted = Math.ceil(Math.log2(Math.max(1e-6, mostGrowth(map, within))) - 0.25);
    this.finer = 2 ** Math.max(-MOST_COARSER, Math.min(MOST_FINER, wanted));
  }

  override inputScale(_input: number, scale: number): number {
    // Things have no detail beyond their own pixels, and one warp may look at another.
    return this.finer > 1
      ? Math.max(scale, Math.min(scale * this.finer, FINEST))
      : scale * this.finer;
  }

  /** From the input's pixels at its scale to output pixels. */
  private toOutput(scale: number): PlaneMap {
    const by = 1 / this.inputScale(0, scale);
    return PlaneMap.of(scaling(by, by)).followedBy(scaled(this.map, scale));
  }

  /** What counts of the input, in whole pixels of its scale. */
  private bounds(scale: number): Rect {
    const by = this.inputScale(0, scale);
    const { x, y, width, height } = this.within;
    const inside = roundOut({ x: x * by, y: y * by, width: width * by, height: height * by });
    // What ends does so a little beyond: the softness of its edge.
    const rect = this.edge === 'ends' ? growRect(inside, SOFT_EDGE) : inside;
    return { ...rect, width: Math.max(1, rect.width), height: Math.max(1, rect.height) };
  }

  extent(scale: number): Region {
    if (this.edge === 'ends') {
      const soft = growRect(this.within, (SOFT_EDGE + 2) / this.inputScale(0, scale));
      return [roundOut(growRect(scaled(this.map, scale).boundsOf(soft), CORNERS + 1))];
    }
    const input = this.inputs[0]?.extent(this.inputScale(0, scale)) ?? [];
    const reached = mapped(input, (rect) => this.touches(0, rect, scale));
    return reached !== 'everywhere' && reached.includes(ALL) ? 'everywhere' : reached;
  }

  override needs(_input: number, out: Rect, scale: number): Demand {
    const cells = warpCells(this.toOutput(scale), out);
    const seen = cells.reduce<Rect>((all, cell) => {
      const { u, v } = cell.footprint;
      const { x, y, width, height } = cell.seen;
      const rect = {
        ...{ x: x - u - BESIDE - 1, y: y - v - BESIDE - 1 },
        ...{ width: width + 2 * (u + BESIDE + 1), height: height + 2 * (v + BESIDE + 1) },
      };
      return uniteRects(all, this.clamped(roundOut(rect), scale));
    }, NO_RECT);
    return { rect: seen, scale: this.inputScale(0, scale) };
  }

  /** A rectangle moved into what counts of the input: at least its nearest pixels. */
  private clamped(rect: Rect, scale: number): Rect {
    const { x, y, width, height } = this.bounds(scale);
    const left = Math.max(x, Math.min(x + width - 1, rect.x));
    const top = Math.max(y, Math.min(y + height - 1, rect.y));
    const right = Math.max(left + 1, Math.min(x + width, rect.x + rect.width));
    const bottom = Math.max(top + 1, Math.min(y + height, rect.y + rect.height));
    return { x: left, y: top, width: right - left, height: bottom - top };
  }

  override touches(_input: number, rect: Rect, scale: number): Rect {
    const { x, y, width, height } = this.bounds(scale);
    const near = growRect(rect, BESIDE + 1);
    const inner =
      near.x > x &&
      near.y > y &&
      near.x + near.width < x + width &&
      near.y + near.height < y + height;
    // What the edge shows goes on without end.
    if (!inner && this.edge === 'goes on') return ALL;
    return roundOut(
      growRect(this.toOutput(scale).boundsOf(intersectRects(near, this.bounds(scale))), 2),
    );
  }

  draw(out: Rect, scale: number, from: Drawing): Image | null {
    const image = from.see(0);
    if (!image) return null;
    const { rect } = this.needs(0, out, scale);
    const planes = this.channels === 4 ? 1 : this.channels;
    const step = this.channels === 4 ? 4 : 1;
    const { width, height } = out;
    const data = scratchZeroes(width * height * this.channels);
    const source = { rect, data: image.data, step, limit: this.bounds(scale), edge: this.edge };
    for (const cell of warpCells(this.toOutput(scale), out)) {
      for (let plane = 0; plane < planes; plane++) {
        const offset = plane * rect.width * rect.height;
        sampleCell(cell, source, offset, {
          ...{ out, data, step, offset: plane * width * height },
        });
      }
    }
    return { width, height, data };
  }
}

interface CellSource {
  readonly rect: Rect;
  readonly data: Float32Array;
  /** Numbers of a pixel that lie side by side. */
  readonly step: number;
  /** Pixels that count. */
  readonly limit: Rect;
  readonly edge: 'goes on' | 'ends';
}

interface CellGoal {
  readonly out: Rect;
  readonly data: Float32Array;
  readonly step: number;
  readonly offset: number;
}

/** A pixel of output is the mean of so many places along each side at most. */
const MOST_PLACES = 6;

/** The pixels of a cell: between four pixels straight, and the mean of several places where they lie far apart. */
function sampleCell(
  { rect, inverse, footprint }: WarpCell,
  source: CellSource,
  sourceOffset: number,
  goal: CellGoal,
): void {
  const [a, b, c, d, e, f, g, h, i] = inverse;
  const far = Math.ceil(Math.max(footprint.u, footprint.v) - 1e-6);
  const places = Math.max(1, Math.min(MOST_PLACES, far));
  const [apart, weight] = [1 / places, 1 / (places * places)];
  const { limit, step, data } = source;
  const [right, bottom] = [limit.x + limit.width - 1, limit.y + limit.height - 1];
  const line = source.rect.width * step;
  const value = (at: number) => data[at] as number;
  for (let y = 0; y < rect.height; y++) {
    const row = (rect.y - goal.out.y + y) * goal.out.width + rect.x - goal.out.x;
    let o = goal.offset + row * goal.step;
    for (let x = 0; x < rect.width; x++, o += goal.step) {
      for (let k = 0; k < places * places; k++) {
        const px = rect.x + x + ((k % places) + 0.5) * apart;
        const py = rect.y + y + (Math.floor(k / places) + 0.5) * apart;
        const w = g * px + h * py + i;
        const [placeU, placeV] = [(a * px + b * py + c) / w - 0.5, (d * px + e * py + f) / w - 0.5];
        const u = Math.max(limit.x, Math.min(right, placeU));
        const v = Math.max(limit.y, Math.min(bottom, placeV));
        if (source.edge === 'ends' && Math.abs(u - placeU) + Math.abs(v - placeV) > 0.5) continue;
        const [left, top] = [Math.floor(u), Math.floor(v)];
        const [shareU, shareV] = [u - left, v - top];
        const nextU = shareU > 0 ? step : 0;
        const nextV = shareV > 0 ? line : 0;
        const at = sourceOffset + (top - source.rect.y) * line + (left - source.rect.x) * step;
        for (let n = at; n < at + step; n++) {
          const upper = value(n) * (1 - shareU) + value(n + nextU) * shareU;
          const lower = value(n + nextV) * (1 - shareU) + value(n + nextV + nextU) * shareU;
          const own = o + n - at;
          goal.data[own] =
            (goal.data[own] as number) + weight * (upper * (1 - shareV) + lower * shareV);
        }
      }
    }
  }
}
