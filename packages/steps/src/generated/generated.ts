import type { BlendMode, Rect, Size } from '@diplex/document';
import type { CoverageImage, FloatImage } from '@diplex/imaging';
import type { Fields, ValuesOf } from '../fields';

/** What it is for: each group is offered by a tool of its own. */
export type GeneratedGroup = 'atmosphere' | 'texture' | 'frame';

/** What a generated layer may look at: all that lies behind it, or the outline of another layer that stands in its way. */
export type LooksAt = 'behind' | 'cover';

/** Everything about a kind of generated layer but how its pixels are worked out. */
export interface GeneratedDefinition<Of extends Fields = Fields> {
  /** Its name in documents. */
  readonly kind: string;
  /** Counts up when its values come to mean something else. */
  readonly version: number;
  readonly words: string;
  readonly group: GeneratedGroup;
  /** What it is, in words people search by. */
  readonly finds: readonly string[];
  readonly fields: Of;
  /** How it is laid on what lies behind it when it is new. */
  readonly blending: BlendMode;
  readonly looksAt: readonly LooksAt[];
  /** The names of fields that say nothing while the others are as they are; none when left out. */
  idle?(values: ValuesOf<Of>): readonly (keyof Of & string)[];
  /** What is wrong with values that are each in their range: the field and the words. */
  holds?(values: ValuesOf<Of>): { readonly field: keyof Of & string; readonly says: string } | null;
  /** The colour among its fields that a new one takes on from the light of the scene, if there is one. */
  readonly takesLight?: keyof Of & string;
  /** Values of an earlier version as those of the next one. */
  readonly migrations?: Readonly<Record<number, (values: Record<string, unknown>) => object>>;
}

export function defineGenerated<const Of extends Fields>(
  definition: GeneratedDefinition<Of>,
): GeneratedDefinition<Of> {
  return definition;
}

/** A small picture of something that is looked at, over the layer's own pixels. */
export interface SmallView<Image> {
  readonly image: Image;
  /** From the layer's own pixels to those of the picture: times this, and then moved. */
  readonly scale: number;
  readonly x: number;
  readonly y: number;
}

/** Which pixels of a drawing are asked for. */
export interface GeneratedPart {
  readonly part: Rect;
  /** How many of them there are for each pixel of the layer. */
  readonly scale: number;
  /** Where in the drawing the layer's first corner lies. */
  readonly origin: { readonly x: number; readonly y: number };
  /** The layer's extent, in its own pixels. */
  readonly size: Size;
  /** The same number draws the same. */
  readonly seed: number;
  readonly behind: SmallView<FloatImage> | null;
  readonly cover: SmallView<CoverageImage> | null;
}

export interface GeneratedComputation<Values> {
  /** How much smaller it may be drawn, two to the power of this, where it is smooth; 0 when left out. */
  level?(values: Values, scale: number, size: Size): number;
  /** Premultiplied linear light; the same numbers for a pixel whatever the part. */
  draw(values: Values, asked: GeneratedPart): FloatImage;
}

/** A kind of generated layer: what it is, and how its pixels are worked out. */
export interface GeneratedEntry {
  readonly definition: GeneratedDefinition;
  readonly compute: GeneratedComputation<ValuesOf<Fields>>;
}

/** The values that a document has for a generated layer were checked by its definition. */
export function generatedEntry<Of extends Fields>(
  definition: GeneratedDefinition<Of>,
  compute: GeneratedComputation<ValuesOf<Of>>,
): GeneratedEntry {
  return { definition, compute } as unknown as GeneratedEntry;
}
