import { type Composition, layerById, type Point, type Rect } from '@diplex/document';
import { encodePixels, inScratch, scratchSamples } from '@diplex/kernels';
import { CHROMA_PLANE, HISTOGRAM, HISTOGRAM_BINS, WAVEFORM } from '@diplex/steps';
import { graphOf, type ReadOf } from '../graph/composition-graph';
import type { GraphNode, Leaves } from '../graph/node';
import { countRect } from '../graph/nodes/step-nodes';
import { neededBy, renderNode } from '../graph/render-node';
import type { PixelReader } from '../pixels/pixel-reader';

/** A step of a layer. */
export interface StepPlace {
  readonly composition: Composition;
  readonly layer: string;
  readonly step: string;
}

/** A sampled patch has this side, in composition pixels. */
const PATCH = 5;

const BINS = countRect(HISTOGRAM);

function inputOf({ composition, layer, step }: StepPlace): {
  content: GraphNode;
  histogram: GraphNode;
} {
  const found = layerById(composition, layer);
  if (!found?.steps.some(({ id }) => id === step)) {
    throw new Error('That step is no longer in the chain.');
  }
  return graphOf(composition).intoStep(found, step);
}

/** What has to be at hand to count what comes into a step. */
export function histogramNeeds(place: StepPlace): Leaves {
  return neededBy(inputOf(place).histogram, BINS, 1);
}

/**
 * How much of what comes into a step has each encoded value of red, green, blue and lightness, inside the layer's
 * mask: `HISTOGRAM_BINS` times four sums, in memory of its own.
 */
export function histogramInto(place: StepPlace, reader: PixelReader): Float32Array {
  return inScratch(() => {
    const counts = renderNode(inputOf(place).histogram, BINS, 1, reader);
    return counts ? new Float32Array(counts.data) : new Float32Array(HISTOGRAM_BINS * 4);
  });
}

/** The ways of counting what shows, by name. */
const COUNTS = { histogram: HISTOGRAM, waveform: WAVEFORM, chroma: CHROMA_PLANE };

export type CountName = keyof typeof COUNTS;

/** What of a composition is counted, and how. */
export interface ReadingPlace {
  readonly composition: Composition;
  readonly of: ReadOf;
  readonly by: CountName;
}

/** What has to be at hand to count what shows. */
export function readingNeeds({ composition, of, by }: ReadingPlace): Leaves {
  return neededBy(graphOf(composition).read(of, COUNTS[by]), countRect(COUNTS[by]), 1);
}

/** How many pixels of what shows fall into each bin: rows of bins with four sums each, in memory of its own. */
export function readingOf({ composition, of, by }: ReadingPlace, reader: PixelReader): BinCounts {
  const { width, height } = COUNTS[by];
  return inScratch(() => {
    const counts = renderNode(
      graphOf(composition).read(of, COUNTS[by]),
      countRect(COUNTS[by]),
      1,
      reader,
    );
    const data = counts ? new Float32Array(counts.data) : new Float32Array(width * height * 4);
    return { width, height, data };
  });
}

/** Bins, four sums each. */
export interface BinCounts {
  readonly width: number;
  readonly height: number;
  readonly data: Float32Array;
}

function patchAt({ x, y }: Point): Rect {
  const corner = (value: number) => Math.floor(value) - (PATCH - 1) / 2;
  return { x: corner(x), y: corner(y), width: PATCH, height: PATCH };
}

/** What has to be at hand to sample what comes into a step. */
export function colourNeeds(place: StepPlace, at: Point): Leaves {
  return neededBy(inputOf(place).content, patchAt(at), 1);
}

/**
 * The mean colour of what comes into a step around a place of the composition: straight, encoded red, green and blue,
 * 0..1; null where there is nothing.
 */
export function colourInto(
  place: StepPlace,
  at: Point,
  reader: PixelReader,
): readonly [number, number, number] | null {
  return inScratch(() => {
    const image = renderNode(inputOf(place).content, patchAt(at), 1, reader);
    if (!image) return null;
    const samples = scratchSamples(PATCH * PATCH * 4, 16);
    encodePixels(image.data, place.composition.mixIn, samples);
    const sum = [0, 0, 0, 0];
    for (let i = 0; i < samples.length; i += 4) {
      const alpha = samples[i + 3] as number;
      for (let c = 0; c < 3; c++) sum[c] = (sum[c] ?? 0) + (samples[i + c] as number) * alpha;
      sum[3] = (sum[3] ?? 0) + alpha;
    }
    const [r = 0, g = 0, b = 0, all = 0] = sum;
    return all === 0 ? null : [r / all / 65_535, g / all / 65_535, b / all / 65_535];
  });
}
