import {
  type Composition,
  growRect,
  intersectRects,
  isEmpty,
  type Layer,
  layerBounds,
  type Rect,
  roundOut,
} from '@diplex/document';
import { boxMean, oklabOfLight } from '@diplex/imaging';
import { decodeExactly, inScratch } from '@diplex/kernels';
import type { PixelReader } from '../pixels/pixel-reader';
import { layerCoverage } from './layer-pixels';
import { renderView } from './render-view';
import type { View } from './view';

/** How far on each side of an edge colours are measured, in composition pixels. */
export const EDGE_REACH = 12;
const PLACES = 2 * EDGE_REACH + 1;

/** A stretch of an edge, and how much of a halo it has. */
export interface EdgeStretch {
  readonly x: number;
  readonly y: number;
  /** How far the edge is from any mix of its two sides: OKLab distance times 100. */
  readonly halo: number;
  /** How much lighter (or, below 0, darker) it is than both sides: OKLab lightness times 100. */
  readonly lighter: number;
}

export interface EdgeCheck {
  /** From inside to outside, in composition pixels: -EDGE_REACH to EDGE_REACH. */
  readonly offsets: readonly number[];
  /** The mean OKLab lightness there, times 100, and the mean chroma. */
  readonly lightness: readonly number[];
  readonly chroma: readonly number[];
  /** Of the mean edge. */
  readonly halo: number;
  /** The worst ones, the worst first. */
  readonly worst: readonly EdgeStretch[];
  /** How many places of the edge were measured. */
  readonly measured: number;
}

/** An edge check was called off. */
export class CheckStopped extends Error {
  override readonly name = 'CheckStopped';
}

export interface CheckTask {
  readonly stopped?: () => boolean;
  readonly onProgress?: (done: number) => void;
}

const TILE = 256;
/** Edges of the mask are found after a mean over so many pixels to each side: strands make one edge. */
const SMOOTH = 2;
/** The side of a stretch, and how many are told. */
const STRETCH = 64;
const WORST = 12;
/** A halo that can be seen. */
const SEEN = 3;
/** What is measured of a stretch tells nothing with fewer places. */
const ENOUGH = 12;
/** The sides are measured from here on; the edge is what lies within. */
const SIDE_FROM = 7;
const EDGE_WITHIN = 4;

/** Sums of OKLab at each place across the edge, of some stretch. */
interface Profile {
  count: number;
  readonly sums: Float64Array;
  x: number;
  y: number;
}

/**
 * Measures the halo of a layer's cut-out: colours across the edge of its mask against those on both
 * sides, as it shows in a view, at full size. A good edge is a mix of its two sides.
 * @param view the composition, or the layer before a backdrop
 * @throws CheckStopped when the task says so
 */
export function checkEdge(
  composition: Composition,
  layer: Layer,
  view: View,
  reader: PixelReader,
  { stopped, onProgress }: CheckTask = {},
): EdgeCheck {
  const { width, height } = composition.canvas;
  const canvas = { x: 0, y: 0, width, height };
  const area = intersectRects(roundOut(layerBounds(composition, layer)), canvas);
  const stretches = new Map<string, Profile>();
  const rows = Math.ceil(area.height / TILE);
  for (let row = 0; row < rows; row++) {
    for (let x = area.x; x < area.x + area.width; x += TILE) {
      if (stopped?.()) throw new CheckStopped('The check was called off.');
      const tile = { x, y: area.y + row * TILE, width: TILE, height: TILE };
      const core = intersectRects(tile, area);
      if (isEmpty(core)) continue;
      inScratch(() => measureTile(composition, layer, view, reader, core, canvas, stretches));
    }
    onProgress?.((row + 1) / rows);
  }
  const whole = profileOf('', stretches, new Map());
  for (const stretch of stretches.values()) add(whole, stretch);
  const told = [...stretches.values()]
    .filter(({ count }) => count >= ENOUGH)
    .map((stretch) => ({
      ...judged(stretch),
      x: Math.round(stretch.x / stretch.count),
      y: Math.round(stretch.y / stretch.count),
    }))
    .filter(({ halo }) => halo >= SEEN)
    .sort((a, b) => b.halo - a.halo);
  const at = (place: number, c: number) =>
    (whole.sums[place * 3 + c] as number) / Math.max(1, whole.count);
  const places = Array.from({ length: PLACES }, (_, place) => place);
  return {
    offsets: places.map((place) => place - EDGE_REACH),
    lightness: places.map((place) => 100 * at(place, 0)),
    chroma: places.map((place) => 100 * Math.hypot(at(place, 1), at(place, 2))),
    halo: whole.count > 0 ? judged(whole).halo : 0,
    worst: told.slice(0, WORST),
    measured: whole.count,
  };
}

function profileOf(
  key: string,
  known: ReadonlyMap<string, Profile>,
  into: Map<string, Profile>,
): Profile {
  const found = known.get(key);
  if (found) return found;
  const made = { count: 0, sums: new Float64Array(PLACES * 3), x: 0, y: 0 };
  into.set(key, made);
  return made;
}

function add(to: Profile, from: Profile): void {
  to.count += from.count;
  for (let i = 0; i < to.sums.length; i++) {
    to.sums[i] = (to.sums[i] as number) + (from.sums[i] as number);
  }
}

/** Measures the edges whose middle lies in `core`. */
function measureTile(
  composition: Composition,
  layer: Layer,
  view: View,
  reader: PixelReader,
  core: Rect,
  canvas: Rect,
  stretches: Map<string, Profile>,
): void {
  const around = intersectRects(growRect(core, EDGE_REACH + SMOOTH + 2), canvas);
  const coverage = layerCoverage(composition, layer, around, 1, reader);
  if (!coverage) return;
  const { width, height } = around;
  const soft = boxMean(coverage.data, width, height, SMOOTH);
  if (!soft.some((value) => value >= 0.5) || soft.every((value) => value >= 0.5)) return;
  const seen = renderView(composition, view, around, 1, reader);
  const inside = (x: number, y: number) => (soft[y * width + x] as number) >= 0.5;
  const value = (x: number, y: number) => soft[y * width + x] as number;
  const lab = new Float64Array(3);
  for (let y = core.y - around.y; y < core.y - around.y + core.height; y++) {
    for (let x = core.x - around.x; x < core.x - around.x + core.width; x++) {
      if (x < 1 || y < 1 || x >= width - 1 || y >= height - 1) continue;
      const edge =
        inside(x, y) &&
        !(inside(x + 1, y) && inside(x, y + 1) && inside(x - 1, y) && inside(x, y - 1));
      if (!edge) continue;
      const [dx, dy] = [value(x - 1, y) - value(x + 1, y), value(x, y - 1) - value(x, y + 1)];
      const length = Math.hypot(dx, dy);
      if (length < 1e-4) continue;
      const end = (place: number) => {
        const away = place - EDGE_REACH;
        return [
          Math.round(x + (dx / length) * away),
          Math.round(y + (dy / length) * away),
        ] as const;
      };
      const [x0, y0] = end(0);
      const [x1, y1] = end(PLACES - 1);
      const within =
        Math.min(x0, x1, y0, y1) >= 0 && Math.max(x0, x1) < width && Math.max(y0, y1) < height;
      if (!within) continue;
      // What turns back within reach is thinner than what is measured: a strand, not an edge.
      if (value(x0, y0) < 0.9 || value(x1, y1) > 0.1) continue;
      const [u, v] = [around.x + x, around.y + y];
      const key = `${Math.floor(u / STRETCH)},${Math.floor(v / STRETCH)}`;
      const profile = profileOf(key, stretches, stretches);
      profile.count++;
      profile.x += u;
      profile.y += v;
      for (let place = 0; place < PLACES; place++) {
        const [px, py] = end(place);
        const i = (py * width + px) * 4;
        const alpha = (seen[i + 3] as number) / 255;
        const channel = (c: number) => decodeExactly((seen[i + c] as number) / 255) * alpha;
        oklabOfLight(channel(0), channel(1), channel(2), lab);
        for (let c = 0; c < 3; c++) {
          const at = place * 3 + c;
          profile.sums[at] = (profile.sums[at] as number) + (lab[c] as number);
        }
      }
    }
  }
}

/** How far a mean edge leaves the line between its two sides. */
function judged({ count, sums }: Profile): Pick<EdgeStretch, 'halo' | 'lighter'> {
  const mean = (from: number, to: number, c: number) => {
    let sum = 0;
    for (let place = from; place <= to; place++) sum += sums[place * 3 + c] as number;
    return sum / (count * (to - from + 1));
  };
  const channels = [0, 1, 2] as const;
  const inner = channels.map((c) => mean(0, EDGE_REACH - SIDE_FROM, c));
  const outer = channels.map((c) => mean(EDGE_REACH + SIDE_FROM, PLACES - 1, c));
  const way = channels.map((c) => (outer[c] as number) - (inner[c] as number));
  const long = way.reduce((sum, step) => sum + step * step, 1e-9);
  let [halo, lighter] = [0, 0];
  for (let place = EDGE_REACH - EDGE_WITHIN; place <= EDGE_REACH + EDGE_WITHIN; place++) {
    const off = channels.map((c) => mean(place, place, c) - (inner[c] as number));
    const along = off.reduce((sum, step, c) => sum + step * (way[c] as number), 0) / long;
    const t = Math.max(0, Math.min(1, along));
    const left = off.map((step, c) => step - t * (way[c] as number));
    halo = Math.max(halo, Math.hypot(...left));
    const light = (inner[0] as number) + (off[0] as number);
    const [low, high] = [
      Math.min(inner[0] as number, outer[0] as number),
      Math.max(inner[0] as number, outer[0] as number),
    ];
    const more = light > high ? light - high : light < low ? light - low : 0;
    if (Math.abs(more) > Math.abs(lighter)) lighter = more;
  }
  return { halo: 100 * halo, lighter: 100 * lighter };
}
