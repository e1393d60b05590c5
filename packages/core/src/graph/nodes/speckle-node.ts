import type { Rect } from '@diplex/document';
import { type CoverageImage, newCoverage } from '@diplex/imaging';
import { type Drawing, GraphNode } from '../node';
import type { Region } from '../region';

/** From afar so many pixels of the composition are asked for one of the output, each way, at most. */
const MOST_SAMPLES = 4;

/** A number that looks random, 0..1, for a pixel of the composition (after Jarzynski and Olano 2020, pcg2d). */
export function chanceAt(x: number, y: number, seed: number): number {
  let [a, b] = [Math.imul(x ^ seed, 1664525) + 1013904223, Math.imul(y, 1664525) + 1013904223];
  a = (a + Math.imul(b, 1664525)) | 0;
  b = (b + Math.imul(a, 1664525)) | 0;
  a ^= a >>> 16;
  b ^= b >>> 16;
  a = (a + Math.imul(b, 1664525)) | 0;
  b = (b + Math.imul(a, 1664525)) | 0;
  return ((a ^ (a >>> 16)) >>> 0) / 4_294_967_296;
}

/** A whole number from a layer's id: the same in every rendering (FNV-1a). */
function seedOf(id: string): number {
  let hash = 0x811c9dc5;
  for (let i = 0; i < id.length; i++) hash = Math.imul(hash ^ id.charCodeAt(i), 0x01000193);
  return hash | 0;
}

/**
 * Coverage as all or nothing for each pixel of the composition, by chance: the same wherever and at whatever scale it is
 * drawn. What is smaller than a pixel of the output shows as the share of those that are there.
 */
export class SpeckleNode extends GraphNode {
  private readonly seed: number;

  constructor(
    layer: string,
    coverage: GraphNode | null,
    private readonly opacity: number,
  ) {
    super('speckle', [layer, opacity], coverage ? [coverage] : [], 1);
    this.seed = seedOf(layer);
  }

  extent(scale: number): Region {
    return this.inputs[0]?.extent(scale) ?? 'everywhere';
  }

  draw(out: Rect, scale: number, from: Drawing): CoverageImage {
    const image = newCoverage(out.width, out.height);
    // Within its border nothing is drawn of a border: all is covered.
    const covered = this.inputs.length > 0 ? from.see(0) : null;
    const samples = Math.max(1, Math.min(MOST_SAMPLES, Math.ceil(1 / scale)));
    const places = Array.from({ length: samples }, (_, i) => (i + 0.5) / samples);
    for (let y = 0, p = 0; y < out.height; y++) {
      const rows = places.map((at) => Math.floor((out.y + y + at) / scale));
      for (let x = 0; x < out.width; x++, p++) {
        const share = this.opacity * (covered ? (covered.data[p] as number) : 1);
        if (share <= 0) continue;
        let shown = 0;
        for (const at of places) {
          const column = Math.floor((out.x + x + at) / scale);
          for (const row of rows) if (chanceAt(column, row, this.seed) < share) shown++;
        }
        image.data[p] = shown / (samples * samples);
      }
    }
    return image;
  }
}
