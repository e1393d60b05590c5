import type { Size } from '@diplex/document';
import { MARK } from './mark';
import type { PickGround } from './pick-ground';
import { segment, workingLevel } from './segment';
import type { SegmentTask } from './segment-task';

/** Something that is likely to be at a place, before it is cut at its edges. */
export interface Likely {
  /** 0..1, over the whole picture. */
  readonly likely: Float32Array;
  readonly width: number;
  readonly height: number;
  /** It does not reach beyond, in shares of the picture. */
  readonly box: {
    readonly x: number;
    readonly y: number;
    readonly width: number;
    readonly height: number;
  };
}

/** How far beyond its box a thing may reach, as a share of the box. */
const MARGIN = 0.12;

/** Shares of a picture's side, taken of a square as large: of the band along a found edge, and of a patch that is no hair. */
const [BAND, PATCH] = [0.0123, 0.007];

/** How the edge of what was found is solved; see PickFinish. Tried on the portrait, the workshop and the moth. */
export function edgeOfFound({ width, height }: Size): { band: number; patches: number } {
  const side = Math.sqrt(width * height);
  return { band: Math.round(BAND * side), patches: Math.max(3, Math.round(PATCH * side)) };
}

/** Cuts what is likely at the picture's own edges; see `segment`. */
export function cutLikely(
  ground: PickGround,
  thing: Likely,
  how: Pick<SegmentTask, 'stopped' | 'onProgress'> = {},
): Uint8Array {
  const { width, height } = ground.level(workingLevel(ground));
  const prior = new Float32Array(width * height);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) prior[y * width + x] = sampled(thing, x / width, y / height);
  }
  const marks = (level: number) => marksOf(thing, ground, level);
  return segment({ ground, marks, prior, ...how });
}

function sampled({ likely, width, height }: Likely, u: number, v: number): number {
  const x = Math.max(0, Math.min(width - 1.001, u * width - 0.5));
  const y = Math.max(0, Math.min(height - 1.001, v * height - 0.5));
  const [x0, y0] = [Math.floor(x), Math.floor(y)];
  const at = (i: number, j: number) =>
    likely[Math.min(height - 1, y0 + j) * width + Math.min(width - 1, x0 + i)] as number;
  const top = at(0, 0) * (1 - x + x0) + at(1, 0) * (x - x0);
  const bottom = at(0, 1) * (1 - x + x0) + at(1, 1) * (x - x0);
  return top * (1 - y + y0) + bottom * (y - y0);
}

/** What lies outside the box is dropped. What is inside is not certain, however sure the network is. */
function marksOf(thing: Likely, ground: PickGround, level: number): Uint8Array {
  const width = Math.ceil(ground.width / 2 ** level);
  const height = Math.ceil(ground.height / 2 ** level);
  const marks = new Uint8Array(width * height);
  const { box } = thing;
  const [mx, my] = [box.width * MARGIN, box.height * MARGIN];
  const x0 = (box.x - mx) * width;
  const x1 = (box.x + box.width + mx) * width;
  const y0 = (box.y - my) * height;
  const y1 = (box.y + box.height + my) * height;
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const p = y * width + x;
      if (x < x0 || x >= x1 || y < y0 || y >= y1) marks[p] = MARK.drop;
    }
  }
  return marks;
}
