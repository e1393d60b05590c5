import { growRect, type PlaneMap, type Rect, roundOut, uniteRects } from '@diplex/document';
import { type FloatImage, newFloatImage } from '@diplex/imaging';
import {
  clampToAlpha,
  inScratch,
  type MixSpaceName,
  type PhaseTable,
  sampleTable,
  sampleTurned,
  scratchDoubles,
  scratchFloats,
} from '@diplex/kernels';
import type { FoundLevel } from '../pixels/pixel-reader';
import { readRow } from '../pixels/read-row';
import { phaseTable } from './catmull-rom';
import { chooseLevel } from './choose-level';
import { type WarpCell, warpCells } from './warp-cells';

/** Steps in which the place between two samples is told apart. */
const PHASES = 1024;

/** Kernels are stretched in steps of one of so many parts, so that few tables serve all cells. */
const STRETCH_PARTS = 8;

/** Cells that look at no more source pixels than this are drawn together. */
const MOST_PIXELS = 600_000;

/** Beyond the border of the source its edge goes on for so many steps of output; what is further out is nothing. */
const BEYOND = 16;

/** Cells that are drawn from one level. */
export interface LevelCells {
  readonly level: number;
  readonly cells: readonly WarpCell[];
}

function stretchOf(step: number, level: number): number {
  return Math.max(1, Math.ceil((step / 2 ** level) * STRETCH_PARTS) / STRETCH_PARTS);
}

/**
 * The cells of a region in which a source shows, by the level that each is drawn from.
 * @param map from pixels of level 0 to output pixels
 * @param size of level 0
 * @param levels how many there are
 */
export function cellsByLevel(
  map: PlaneMap,
  size: { readonly width: number; readonly height: number },
  levels: number,
  region: Rect,
): LevelCells[] {
  const byLevel = new Map<number, WarpCell[]>();
  for (const cell of warpCells(map, region)) {
    const { seen, footprint } = cell;
    const [beyondU, beyondV] = [BEYOND * footprint.u, BEYOND * footprint.v];
    const shows =
      seen.x < size.width + beyondU &&
      seen.y < size.height + beyondV &&
      seen.x + seen.width > -beyondU &&
      seen.y + seen.height > -beyondV;
    if (!shows) continue;
    const level = chooseLevel(footprint, levels);
    const cells = byLevel.get(level) ?? [];
    cells.push(cell);
    byLevel.set(level, cells);
  }
  return [...byLevel].map(([level, cells]) => ({ level, cells }));
}

/** The pixels of a level that cells look at. */
export function cellsLookAt(cells: readonly WarpCell[], level: number): Rect {
  const by = 2 ** -level;
  return cells.reduce<Rect>(
    (all, { seen, footprint }) => {
      const [marginU, marginV] = [
        2 * stretchOf(footprint.u, level) + 2,
        2 * stretchOf(footprint.v, level) + 2,
      ];
      const rect = {
        ...{ x: seen.x * by - marginU, y: seen.y * by - marginV },
        ...{ width: seen.width * by + 2 * marginU, height: seen.height * by + 2 * marginV },
      };
      return uniteRects(all, roundOut(growRect(rect, 0)));
    },
    { x: 0, y: 0, width: 0, height: 0 },
  );
}

/**
 * Draws a source through a map that is not affine, area-aware: cell by cell from the level nearest to the output's
 * scale there, with a Catmull-Rom kernel stretched to the footprint that remains. Beyond the border of the source its
 * edge pixels go on a little; what does not belong is for the caller to cut away.
 * @param parts the cells of the region, and the level that is at hand for each
 * @param region the output pixels to draw; the result does not depend on how a larger region is divided
 * @param space the mixing space of the result
 */
export function resampleWarped(
  parts: readonly { readonly found: FoundLevel; readonly cells: readonly WarpCell[] }[],
  region: Rect,
  space: MixSpaceName,
): FloatImage {
  const image = newFloatImage(region.width, region.height);
  for (const { found, cells } of parts) drawCells(found, cells, region, space, image);
  return image;
}

function drawCells(
  found: FoundLevel,
  cells: readonly WarpCell[],
  region: Rect,
  space: MixSpaceName,
  image: FloatImage,
): void {
  const { level, pixels } = found;
  const seen = cellsLookAt(cells, level);
  if (seen.width * seen.height > MOST_PIXELS && cells.length > 1) {
    const half = cells.length >> 1;
    drawCells(found, cells.slice(0, half), region, space, image);
    drawCells(found, cells.slice(half), region, space, image);
    return;
  }
  inScratch(() => {
    const table = sampleTable(pixels.bits, space);
    const from = { ...seen, data: scratchFloats(seen.width * seen.height * 4) };
    for (let y = 0; y < seen.height; y++) {
      readRow(pixels, seen.y + y, seen.x, seen.width, table, from.data, y * seen.width * 4);
    }
    const tables = new Map<number, PhaseTable>();
    const tableFor = (stretch: number) => {
      const known = tables.get(stretch) ?? phaseTable(PHASES, stretch);
      tables.set(stretch, known);
      return known;
    };
    const map = scratchDoubles(9);
    const by = 2 ** -level;
    for (const { rect, inverse, footprint } of cells) {
      map.set(inverse);
      for (let i = 0; i < 6; i++) map[i] = (map[i] as number) * by;
      const across = tableFor(stretchOf(footprint.u, level));
      const down = tableFor(stretchOf(footprint.v, level));
      inScratch(() => {
        const to = { ...rect, data: scratchFloats(rect.width * rect.height * 4) };
        sampleTurned(from, map, across, down, to);
        clampToAlpha(to.data);
        const line = rect.width * 4;
        for (let y = 0; y < rect.height; y++) {
          const at = ((rect.y - region.y + y) * region.width + rect.x - region.x) * 4;
          image.data.set(to.data.subarray(y * line, (y + 1) * line), at);
        }
      });
    }
  });
}
