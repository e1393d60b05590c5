import {
  growRect,
  invert,
  multiply,
  type Point,
  type Rect,
  scaling,
  transform,
} from '@diplex/document';
import { type CoverageImage, type FloatImage, floatLevels } from '@diplex/imaging';
import { type FloatPixels, samplePlaces, scratchDoubles, scratchFloats } from '@diplex/kernels';
import type { GatherComputation, GatheredPart, StepFrame } from './computation';
import { choice } from './fields';

/** Whether the outline of a thing is moved with what it shows. */
export const movedEdge = choice(
  'Its outline',
  [
    ['stays', 'stays'],
    ['moves', 'moves along'],
  ],
  'stays',
);

interface OfOutline {
  readonly edge: 'stays' | 'moves';
}

/** A pixel's neighbours say how large its footprint is, and levels want whole pixels all around. */
const NEIGHBOURS = 3;

/** Footprints that are smaller than so many pixels of a level are looked at there. */
const TAP = 2.5;

const MOST_LEVELS = 7;

/** What every step that moves pixels has in common. */
export const moves = {
  reads: 'gather',
  covered: ({ edge }: OfOutline) => edge === 'moves',
  spreads: ({ edge }: OfOutline) => edge === 'moves',
  source: (_: OfOutline, image: FloatImage, _coverage: CoverageImage | null) => image.data,
  combine: (_: OfOutline, _own: FloatImage, gathered: FloatImage) => gathered,
} satisfies Omit<GatherComputation<OfOutline>, 'looks' | 'gather'>;

/** The part whose places have to be known to say what a part is made from. */
export function withNeighbours(part: Rect, scale: number): Rect {
  return growRect(part, NEIGHBOURS / scale);
}

/** From where a pixel is taken: a place of the drawing for one of it. */
export type TakenFrom = (x: number, y: number) => Point;

/** Holds places within what the step works on, so that its edges go on. */
function heldWithin(frame: StepFrame, scale: number): (place: Point) => Point {
  const toShares = multiply(frame.toShares, scaling(1 / scale, 1 / scale));
  const back = invert(toShares);
  const [across, down] = [
    0.5 * Math.hypot(toShares[0], toShares[2]),
    0.5 * Math.hypot(toShares[1], toShares[3]),
  ];
  const held = (value: number, half: number) => Math.max(half, Math.min(1 - half, value));
  return (place) => {
    const { x, y } = transform(toShares, place);
    if (x >= across && x <= 1 - across && y >= down && y <= 1 - down) return place;
    return transform(back, { x: held(x, across), y: held(y, down) });
  };
}

/**
 * A part of a picture whose pixels come from elsewhere, each as large as it becomes there.
 * @param most footprints larger than this, in pixels, are those of a seam
 */
export function takenFrom(
  from: FloatPixels,
  { part, scale, frame }: GatheredPart,
  { edge }: OfOutline,
  place: TakenFrom,
  most = Number.POSITIVE_INFINITY,
): FloatImage {
  const { x: left, y: top, width, height } = part;
  const held = edge === 'stays' ? heldWithin(frame, scale) : (at: Point) => at;
  const places = scratchDoubles((width + 1) * (height + 1) * 2);
  for (let y = 0, i = 0; y <= height; y++) {
    for (let x = 0; x <= width; x++, i += 2) {
      const at = held(place(left + x + 0.5, top + y + 0.5));
      places[i] = at.x;
      places[i + 1] = at.y;
    }
  }
  const levels = floatLevels(from, levelsFor(places, width, height, most));
  const data = scratchFloats(width * height * 4);
  samplePlaces(levels, places, { x: left, y: top, width, height, data }, most);
  return { width, height, data };
}

/** How many levels are looked at for the largest footprint. */
function levelsFor(places: Float64Array, width: number, height: number, most: number): number {
  const line = (width + 1) * 2;
  let largest = 0;
  for (let y = 0; y < height; y++) {
    for (let x = 0, i = y * line; x < width; x++, i += 2) {
      const p = (at: number) => places[at] as number;
      const across = Math.hypot(p(i + 2) - p(i), p(i + 3) - p(i + 1));
      const down = Math.hypot(p(i + line) - p(i), p(i + line + 1) - p(i + 1));
      if (across > most || down > most) continue;
      largest = Math.max(largest, Math.min(across, down));
    }
  }
  if (largest <= TAP) return 1;
  return Math.min(MOST_LEVELS, 1 + Math.ceil(Math.log2(largest / TAP)));
}
