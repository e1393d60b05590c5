import type { Matrix, Rect } from '@diplex/document';
import type { CoverageImage, FloatImage } from '@diplex/imaging';
import type { FloatPixels, MixSpaceName } from '@diplex/kernels';

/** Where a run of pixels lies in what the step works on: shares of its width and height. */
export interface RunPlace {
  /** The middle of the pixel at 0 across. */
  readonly u: number;
  readonly v: number;
  /** Which pixel across the run begins with, so that places are the same wherever it is divided. */
  readonly first: number;
  /** From one pixel to the next. */
  readonly du: number;
  readonly dv: number;
  /** The width of what the step works on, for each of its height. */
  readonly aspect: number;
  /** Which row of output pixels it is, and how many of them there are for each pixel of the composition. */
  readonly row: number;
  readonly scale: number;
}

/** Changes a run of straight RGBA pixels in place. */
export type RunChange = (run: Float32Array, at: RunPlace) => void;

/** Puts what an operation needs to where kernels reach it, until the enclosing `inScratch` ends. */
export type LoadChange = () => RunChange;

/** What the three numbers of a straight pixel are while a point step works on them. */
export type PointSpace = MixSpaceName | 'oklab';

/**
 * One operation on the colours of single pixels: how it is done on linear light, on encoded values, in OKLab, or in any of
 * them; all go beyond what can be shown.
 */
export type PointOperation = Readonly<Partial<Record<PointSpace, LoadChange>>>;

/** Bins of a histogram over encoded values. */
export const HISTOGRAM_BINS = 1024;

/**
 * What of all that comes in a step goes by: a histogram (how many have each value of red, green, blue, lightness), or the
 * shape that its outline tells of (see `shapeAndShading`).
 */
export type Measure = 'histogram' | 'shape';

/** Four numbers for each place of a grid. */
export interface Measured {
  readonly width: number;
  readonly height: number;
  readonly data: Float32Array;
  /** What the grid of a shape lies over, in composition pixels. */
  readonly place: Rect;
}

/** Each pixel by itself. */
export interface PointComputation<Values> {
  readonly reads: 'point';
  /** Left out where it goes by nothing but each pixel. */
  readonly measures?: Measure;
  /** Done once for the same values and what was measured. */
  prepare(values: Values, measured: Measured | null): readonly PointOperation[];
}

/** Which output pixel is the first of what is combined, and how many there are for each pixel of the composition. */
export interface DrawnAt {
  readonly x: number;
  readonly y: number;
  readonly scale: number;
}

/** Each pixel from itself and a Gaussian blur of what lies around it. */
export interface NearComputation<Values> {
  readonly reads: 'near';
  /** The standard deviation of the blur, in composition pixels. */
  deviation(values: Values): number;
  /**
   * What is made of the blur and blurred once more, as guided filters do; it is `blurred` itself, changed in place. One
   * blur where left out.
   */
  again?(values: Values, blurred: Float32Array): void;
  /** Whether it needs the thing as it is covered, for some values, and gives it so; false when left out. */
  covered?(values: Values): boolean;
  /** Whether the result goes beyond what it works on, as far as the blur reaches; false when left out. */
  spreads?(values: Values): boolean;
  /** Puts the result under or over the thing instead of in its place; in its place when left out. */
  lays?(values: Values): 'under' | 'over';
  /**
   * What is blurred, in place of the image or in new scratch.
   * @param image premultiplied: the content, or the covered thing
   * @param coverage where content shows; null for everywhere. What is hidden must not be seen in the result.
   */
  source(
    values: Values,
    image: FloatImage,
    coverage: CoverageImage | null,
    space: MixSpaceName,
  ): Float32Array;
  /**
   * The result, premultiplied.
   * @param own what it works on; it may be changed
   * @param blurred what `source` gave, blurred, on the same pixels; it may be changed
   * @param at for what lies on the composition's own pixels
   */
  combine(
    values: Values,
    own: FloatImage,
    blurred: FloatImage,
    space: MixSpaceName,
    at: DrawnAt,
  ): FloatImage;
}

/** How what a step works on lies in the composition. */
export interface StepFrame {
  /** From composition pixels to shares of its width and height. */
  readonly toShares: Matrix;
}

/** Which pixels of a drawing are asked for, and how many of them there are for each pixel of the composition. */
export interface GatheredPart {
  readonly part: Rect;
  readonly scale: number;
  readonly frame: StepFrame;
  /** What the step's mask says there, where it says how far instead of where; null for all of it everywhere. */
  readonly howFar: CoverageImage | null;
}

/**
 * Each pixel from what lies elsewhere: around it by a kernel of any shape, or at another place. Rectangles are in
 * composition pixels.
 */
export interface GatherComputation<Values> {
  readonly reads: 'gather';
  /**
   * What a part of the result is made from, or more.
   * @param scale of the drawing that is gathered from, in pixels for each of the composition
   */
  looks(values: Values, part: Rect, frame: StepFrame, scale: number): Rect;
  /** Which part of the result a part of what comes in may change, or more; what `looks` says when left out. */
  shows?(values: Values, part: Rect, frame: StepFrame, scale: number): Rect;
  /** How much smaller what it gathers from may be drawn, two to the power of this; 0 when left out. */
  level?(values: Values, scale: number, frame: StepFrame): number;
  /** What the step's mask says: where it works, when left out, or how far it goes at each place. */
  readonly maskSays?: 'how far';
  /** As those of a step that reads what is near. */
  covered?(values: Values): boolean;
  spreads?(values: Values): boolean;
  source(
    values: Values,
    image: FloatImage,
    coverage: CoverageImage | null,
    space: MixSpaceName,
  ): Float32Array;
  /**
   * @param from what `source` gave, at `asked.scale`; beyond it there is nothing
   * @param asked which pixels to make
   */
  gather(values: Values, from: FloatPixels, asked: GatheredPart): FloatImage;
  /** As that of a step that reads what is near. */
  combine(values: Values, own: FloatImage, gathered: FloatImage, space: MixSpaceName): FloatImage;
}

export type Computation<Values> =
  | PointComputation<Values>
  | NearComputation<Values>
  | GatherComputation<Values>;
