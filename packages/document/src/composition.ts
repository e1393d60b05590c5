import type { BlendMode, LayerBlending } from './blending';
import type { Bend } from './geometry/bend';
import type { Matrix, Point } from './geometry/matrix';
import type { Placement, Size } from './geometry/placement';
import type { Quad } from './geometry/projective';
import type { Rect } from './geometry/rect';

export const SCHEMA_VERSION = 7;

/** Side of a painted tile, in pixels of the mask. */
export const PAINTED_TILE_SIZE = 256;

export const COMBINE_RULES = ['replace', 'add', 'subtract', 'intersect'] as const;
export type CombineRule = (typeof COMBINE_RULES)[number];

/** Where coverage (mask edges, opacity) is mixed: in linear light, or on display-encoded values as browsers do. */
export const MIX_SPACES = ['light', 'encoded'] as const;
export type MixSpace = (typeof MIX_SPACES)[number];

/** The SHA-256 of a blob's bytes, as 64 lower-case hexadecimal digits. */
export type BlobHash = string;

/** In which primaries a composition's pixels and colours are counted; both are encoded by the same curve. */
export const PROFILES = ['srgb', 'display-p3'] as const;
export type Profile = (typeof PROFILES)[number];

export interface Canvas extends Size {
  readonly profile: Profile;
  /** Lightness of the surround, 0 (black) to 100 (white): L* of CIELAB. */
  readonly surround: number;
  /** Pixels to an inch in print, as files say it; not said when left out. */
  readonly perInch?: number;
}

/** How a layer uses a mask. */
export interface MaskUse {
  readonly mask: string;
  /** A linked mask moves with its layer. */
  readonly linked: boolean;
  /** Shows what the mask hides and hides what it shows. */
  readonly turnedRound: boolean;
  /**
   * From mask pixels to layer pixels when linked; when not, to those of the group that the layer is in,
   * or of the composition.
   */
  readonly lies: Matrix;
  /** How much of what the mask hides is hidden, 0..1; all when left out. */
  readonly density?: number;
}

/** Straight and display-encoded: 0..255, and 0..1 for `alpha`. */
export interface FillColour {
  readonly r: number;
  readonly g: number;
  readonly b: number;
  readonly alpha: number;
}

/** Ways in which a gradient goes: along a line, outwards from a place, or round it. */
export const GRADIENT_WAYS = ['straight', 'round', 'swept'] as const;
export type GradientWay = (typeof GRADIENT_WAYS)[number];

/** In what colours of a gradient are mixed: encoded values, as CSS does, or OKLab, where steps look even. */
export const GRADIENT_MIXING = ['encoded', 'oklab'] as const;

/** A colour on the way of a gradient. */
export interface GradientStop {
  /** 0 where the first colour is, 1 where the last is. */
  readonly at: number;
  readonly colour: FillColour;
}

/**
 * Colours one after the other. A straight gradient goes from `from` to `to` (in layer pixels) and stays as it is
 * beyond; a round one from the middle `from` outwards, `to` being where it ends; a swept one goes once round `from`,
 * clockwise from the way to `to`.
 */
export interface Gradient {
  readonly by: GradientWay;
  readonly from: Point;
  readonly to: Point;
  readonly first: FillColour;
  readonly last: FillColour;
  /** Colours between the first and the last, in order. */
  readonly between?: readonly GradientStop[];
  /** Encoded values when left out. */
  readonly mixIn?: (typeof GRADIENT_MIXING)[number];
}

/** What a layer is filled with. */
export type Fill = { readonly by: 'colour'; readonly colour: FillColour } | Gradient;

/** A photograph; its pixels never change. */
export interface PhotoContent {
  readonly kind: 'photo';
  /** The source's hash. */
  readonly source: BlobHash;
  /** Its extent, in its own pixels: the source's. */
  readonly size: Size;
}

/** A colour or a gradient over an extent of its own. */
export interface FillContent {
  readonly kind: 'fill';
  readonly fill: Fill;
  readonly size: Size;
}

/**
 * How a group's layers meet what lies behind it: composited apart from it, and then laid on it as one
 * thing (`isolated`), or each on it in turn, as if there were no group (`through`).
 */
export const GROUP_MIXING = ['isolated', 'through'] as const;
export type GroupMixing = (typeof GROUP_MIXING)[number];

/** Other layers as one thing. Their placements count from the group's own corner. */
export interface GroupContent {
  readonly kind: 'group';
  /** Far to near. */
  readonly children: readonly string[];
  readonly mixing: GroupMixing;
}

/** What lies behind the layer, in its group: its chain changes that. */
export interface GlassContent {
  readonly kind: 'glass';
}

/** How a shape meets those before it. */
export const SHAPE_RULES = ['unite', 'subtract', 'intersect', 'exclude'] as const;
export type ShapeRule = (typeof SHAPE_RULES)[number];

interface ShapeBase {
  readonly id: string;
  readonly rule: ShapeRule;
}

interface FramedShape extends ShapeBase, Rect {
  /** Degrees about its middle, clockwise. */
  readonly turn: number;
}

/** Something drawn, in the pixels of its layer. */
export type Shape =
  | (FramedShape & { readonly kind: 'box' /** Of its corners. */; readonly radius: number })
  | (FramedShape & { readonly kind: 'oval' })
  | (FramedShape & { readonly kind: 'polygon'; readonly sides: number })
  | (ShapeBase & {
      readonly kind: 'curve';
      readonly points: readonly OutlinePoint[];
      readonly further?: readonly (readonly OutlinePoint[])[];
    });

/** Where a stroke runs along an edge. */
export const STROKE_PLACES = ['inside', 'middle', 'outside'] as const;

export interface ShapeStroke {
  /** In pixels of the layer. */
  readonly width: number;
  readonly place: (typeof STROKE_PLACES)[number];
  readonly colour: FillColour;
  /** Drawn in dashes; in one line when null or left out. */
  readonly dashes?: StrokeDashes | null;
}

/** How a stroke is broken up, in pixels of the layer; spread so that they close evenly round every path. */
export interface StrokeDashes {
  readonly length: number;
  readonly gap: number;
}

/** Shapes, each meeting those before it by its rule, filled and stroked; they count from the layer's own corner. */
export interface ShapeContent {
  readonly kind: 'shape';
  readonly shapes: readonly Shape[];
  readonly fill: Fill | null;
  readonly stroke: ShapeStroke | null;
}

/**
 * Which picture something is taken from: what lies behind the layer, that with the coats under it (`here`), or another
 * layer by its id.
 */
export type TakenFrom = 'behind' | 'here' | { readonly layer: string };

/** Pixels from elsewhere: they are read anew whenever what they are taken from changes. */
export interface Taken {
  readonly by: 'taken';
  readonly from: TakenFrom;
  /** From the layer's own pixels to the composition pixels where they are taken. */
  readonly onto: Matrix;
  /** How far they take on the tone of what lies around the place where they are laid, 0..1. */
  readonly meets: number;
  /** What was laid together with it goes by this name: only what lies around all of it is met. */
  readonly together?: string;
}

/** What a coat lays down where it was painted. Nothing takes away what lies under it in its layer. */
export type CoatLays = Fill | Taken | { readonly by: 'nothing' };

/** One thing that was laid down by brush, in the pixels of its layer: more of it or less, wherever strokes said so. */
export interface Coat extends Brushed {
  readonly id: string;
  readonly lays: CoatLays;
}

/** What was laid down by brush, coat over coat; it counts from the layer's own corner. */
export interface PaintContent {
  readonly kind: 'paint';
  /** The lowest first. */
  readonly coats: readonly Coat[];
}

/** Where the lines of a text begin: at its place, about it, or ending there. */
export const TEXT_ALIGNS = ['start', 'middle', 'end'] as const;

/** The font of a text: one that is shipped, by its name, or a font file by its hash. */
export interface LetterFont {
  /** For people. */
  readonly family: string;
  readonly file: string;
}

/** Where a glyph of a text stands, in pixels of the layer. */
export interface GlyphPlace extends Point {
  /** Which of the glyphs, by its number. */
  readonly glyph: number;
  /** Degrees, clockwise, about the beginning of its baseline. */
  readonly turn: number;
}

/** A text as it is drawn: so it looks the same wherever it is drawn, whatever fonts there are. */
export interface DrawnText {
  /** Pixels of the layer for one unit of the glyphs. */
  readonly unit: number;
  /** Each once: its outline as the path of an SVG (M, L, Q, C, Z), in units, with y downwards from the baseline. */
  readonly glyphs: readonly string[];
  readonly places: readonly GlyphPlace[];
}

/** A text; it counts from the beginning of its first baseline. */
export interface LetteringContent {
  readonly kind: 'lettering';
  readonly text: string;
  readonly font: LetterFont;
  /** Of the em, in pixels of the layer. */
  readonly letterSize: number;
  /** As far as the font varies: 400 is regular. */
  readonly weight: number;
  /** What is added between letters, in thousandths of the size. */
  readonly spacing: number;
  /** From one baseline to the next, as a share of the size. */
  readonly lineHeight: number;
  readonly align: (typeof TEXT_ALIGNS)[number];
  /** A curve on which the first baseline runs, in pixels of the layer; straight when null. */
  readonly along: readonly OutlinePoint[] | null;
  readonly fill: Fill | null;
  readonly stroke: ShapeStroke | null;
  readonly drawn: DrawnText;
}

/** What another layer shows: its content, placed, masked and changed in a way of its own. */
export interface ShowingContent {
  readonly kind: 'showing';
  /** The layer, which is no showing itself. */
  readonly of: string;
  /** The extent of that layer's pixels, if it has one: placements are counted by it. */
  readonly size?: Size;
}

/**
 * On what a shadow falls: the ground on which a thing stands, a wall behind it, the ground as far as a wall and then up
 * that; or `mirror`: no shadow, but what glossy ground or water shows of the thing.
 */
export const SHADOW_FALLS = ['ground', 'wall', 'fold', 'mirror'] as const;

/** The shadow of another layer, or its mirror image, which follows it wherever it goes. */
export interface ShadowContent {
  readonly kind: 'shadow';
  /** The layer that throws it. */
  readonly of: string;
  readonly falls: (typeof SHADOW_FALLS)[number];
  /** From where the light comes: degrees clockwise from up in the picture, and towards the viewer. */
  readonly azimuth: number;
  readonly elevation: number;
  /** Where the thing stands, and how high it reaches above that, in its own pixels. */
  readonly foot: Point;
  readonly height: number;
  /** How far behind it the wall is, as a share of its height: for a fold up the picture, as far as the ground goes. */
  readonly away: number;
  /** How far the ground is seen from above: 0 edge-on, 1 straight down. */
  readonly tilt: number;
  /** How large the light is, and thus how fast the shadow becomes soft, 0..1. */
  readonly softness: number;
  /** How dark it is where the thing touches the ground, 0..1. */
  readonly contact: number;
  /** What is left of the light, and how much of the shadow there is; for a mirror image what it is seen through. */
  readonly colour: FillColour;
  /** How fast a mirror image fades, 0..1: all the way at the height of the thing; not when left out. */
  readonly fade?: number;
}

/** Something that nobody photographed, as fog or stars: the catalogue of generated layers says what its values are. */
export interface GeneratedContent {
  readonly kind: 'generated';
  /** Its name in the catalogue. */
  readonly of: string;
  /** The version of that kind. */
  readonly version: number;
  readonly values: Readonly<Record<string, unknown>>;
  /** A whole number: the same one draws the same at every scale and on every machine. */
  readonly seed: number;
  readonly size: Size;
  /** A layer that stands in the way of its light; none when null or left out. */
  readonly cover?: string | null;
}

/** What a layer is made of. */
export type Content =
  | GeneratedContent
  | ShadowContent
  | ShowingContent
  | LetteringContent
  | PhotoContent
  | FillContent
  | GroupContent
  | GlassContent
  | ShapeContent
  | PaintContent;

/** Content with pixels of its own, and thus an extent. */
export type ExtentContent = PhotoContent | FillContent | GeneratedContent;

/** Something that changes pixels, in the chain of a layer. */
export interface Step {
  readonly id: string;
  /** Its name in the catalogue of steps, which says what its values are. */
  readonly kind: string;
  /** The version of that kind. */
  readonly version: number;
  readonly name: string;
  readonly values: Readonly<Record<string, unknown>>;
  readonly shown: boolean;
  /** How far its result takes the place of what came in, 0..1. */
  readonly amount: number;
  readonly blending: BlendMode;
  /** Where it works; everywhere without one. */
  readonly maskUse: MaskUse | null;
  /**
   * What brushes laid down of it, for kinds that are brushed: 1 for what it does, 0 for the opposite, with how much of
   * either; nowhere when null or left out.
   */
  readonly brushed?: BrushedStep | null;
}

/** What is done to the colours of a layer's edge, where its mask is neither empty nor full. */
export interface LayerEdge {
  /** How much of the old backdrop's colour is taken out, 0..1; none when left out. */
  readonly fringe?: number;
  /** How far around colours are gathered for that, in composition pixels; FRINGE_WIDTH when left out. */
  readonly fringeWidth?: number;
  /** Where it is cleaned: everywhere when left out, or where the old colour differs from what lies behind. */
  readonly fringeWhere?: FringeWhere;
  /** Where strokes say how much is cleaned, instead of `fringe`, in pixels of the mask; nowhere when null or left out. */
  readonly fringeBrushed?: Brushed | null;
  /** How much of what lies behind enters the edge, 0..1; none when left out. */
  readonly tint?: number;
  /** Over how many composition pixels; TINT_WIDTH when left out. */
  readonly tintWidth?: number;
  /** How much light of what is bright behind it comes over the edge, 0..1; none when left out. */
  readonly wrap?: number;
  /** Over how many composition pixels; WRAP_WIDTH when left out. */
  readonly wrapWidth?: number;
}

/** Tones by which a layer shows: all from `low[1]` to `high[0]`, less and less down to `low[0]` and up to `high[1]`. */
export interface ToneWindow {
  readonly component: ToneComponent;
  readonly low: readonly [number, number];
  readonly high: readonly [number, number];
}

/** A layer shows only where its own tones, and those of what lies behind it, are within windows. */
export interface ByTone {
  readonly own?: ToneWindow | null;
  readonly behind?: ToneWindow | null;
  /** Whether its own tones are those that its chain leaves; those of its source when left out. */
  readonly follows?: boolean;
}

/** How a thing is bent and drawn out of square, in its own pixels. */
export interface Warp {
  /** What the grid and the corners count from: the extent of the thing when it was first bent. */
  readonly box: Rect;
  /** Where the corners of the box go after the bend; where they are when null or left out. */
  readonly corners?: Quad | null;
  readonly bend?: Bend | null;
}

/** A level line far away, at the height of the camera. */
export interface Horizon {
  /** At the middle of the canvas, in composition pixels. */
  readonly y: number;
  /** Degrees by which it falls to the right. */
  readonly tilt: number;
}

/** Two ways in which level things of a scene go off into the distance. */
export const VANISHING_WAYS = ['first', 'second'] as const;
export type VanishingWay = (typeof VANISHING_WAYS)[number];

/** A line of the scene that runs side by side with the others of its way, in composition pixels. */
export interface VanishingLine {
  readonly way: VanishingWay;
  readonly from: Point;
  readonly to: Point;
}

/** The side of a cell of what is pushed, in pixels of the thing. */
export const PUSH_CELL = 2;

/** What is pushed goes in steps of so many pixels. */
export const PUSH_UNIT = 1 / 16;

/**
 * How brushes pushed a thing's pixels along: for each cell from where in it its pixels are taken, as far to the right and
 * as far down, in PUSH_UNIT, whole numbers with a sign in 16 bits. Tiles are in cells of the thing's own pixels.
 */
export interface Pushed extends Brushed {
  /** The farthest that anything was pushed along an axis, in pixels of the thing, or more. */
  readonly reach: number;
  /** How much of it is done, 0..1; all when left out. */
  readonly amount?: number;
  /** What becomes of the border of a photograph: it goes along when null or left out. */
  readonly edge?: PushEdge | null;
}

/**
 * The border stays where it is, and what is drawn away from it leaves the colours that were there (`stop`), or what lies at
 * the other side comes in (`wrap`).
 */
export const PUSH_EDGES = ['stop', 'wrap'] as const;
export type PushEdge = (typeof PUSH_EDGES)[number];

/** At which distance the lens is focused: layers have distances, from 0 (nearest) to 1 (farthest). */
export interface PlaneOfFocus {
  readonly at: number;
  /** So far before and behind it things are still sharp. */
  readonly clear: number;
  /** The radius, in composition pixels, to which a point grows that lies a whole depth away from what is sharp. */
  readonly radius: number;
}

/** How a thing was photographed standing, in its own pixels. */
export interface Stance {
  /** Where it touches the ground. */
  readonly foot: Point;
  /** How high its camera stood: its own horizon above (or below) the foot. */
  readonly eye: number;
}

/** A line across the canvas: upright at an x, or level at a y, in composition pixels. */
export interface Guide {
  readonly axis: 'x' | 'y';
  readonly at: number;
}

/** Lines across the canvas at every multiple of a step, counted from its corner. */
export interface Grid {
  /** In composition pixels. */
  readonly step: number;
}

/** A plane of the scene, as a wall or a floor: four corners, and how large what lies between them is. */
export interface ScenePlane {
  readonly id: string;
  readonly name: string;
  /** In composition pixels. */
  readonly corners: Quad;
  /** The extent that lies between the corners, in the plane's own pixels. */
  readonly size: Size;
}

/** One thing in depth: what it is made of, how it lies, what changes it, where it shows, how it is composited. */
export interface Layer {
  readonly id: string;
  readonly name: string;
  readonly shown: boolean;
  readonly locked: boolean;
  /** Whether it keeps its place while all else of it may be changed. */
  readonly placeLocked?: boolean;
  /** Whether what it is made of stays as it is while its place, mask and chain may be changed. */
  readonly pixelsLocked?: boolean;
  /** Layers with the same name here move together; it moves alone when null or left out. */
  readonly link?: string | null;
  readonly content: Content;
  /** From its own pixels to those of the group that it is in, or of the composition. */
  readonly placement: Placement;
  /** How its pixels were pushed along, its mask with them; not when null or left out. */
  readonly push?: Pushed | null;
  /** How it is bent and drawn out of square before it is placed; not when null or left out. */
  readonly warp?: Warp | null;
  /** The plane of the scene that it is laid into after it was placed; none when null or left out. */
  readonly plane?: string | null;
  /** Whether it lies flat for now, as if it were neither bent nor in a plane. */
  readonly laidFlat?: boolean;
  /** How it was photographed standing; not known when null or left out. */
  readonly stance?: Stance | null;
  /** How far from the camera it is, 0 (nearest) to 1 (farthest); as its place in depth says when null or left out. */
  readonly distance?: number | null;
  /** First to last. */
  readonly steps: readonly Step[];
  readonly maskUse: MaskUse | null;
  readonly edge: LayerEdge;
  /** 0 (nothing) to 1 (all). */
  readonly opacity: number;
  /** How much of its content shows, 0..1, apart from what its steps lay round it; all when left out. */
  readonly contentOpacity?: number;
  /** Not looked at for a group that layers pass through. */
  readonly blending: LayerBlending;
  /** By which tones it shows; by all when null or left out. */
  readonly byTone?: ByTone | null;
}

export type PhotoLayer = Layer & { readonly content: PhotoContent };
export type GeneratedLayer = Layer & { readonly content: GeneratedContent };
export type FillLayer = Layer & { readonly content: FillContent };
export type GroupLayer = Layer & { readonly content: GroupContent };
export type ShapeLayer = Layer & { readonly content: ShapeContent };
export type LetteringLayer = Layer & { readonly content: LetteringContent };
export type ShadowLayer = Layer & { readonly content: ShadowContent };
export type PaintLayer = Layer & { readonly content: PaintContent };

export function isPhoto(layer: Layer): layer is PhotoLayer {
  return layer.content.kind === 'photo';
}

export function isFill(layer: Layer): layer is FillLayer {
  return layer.content.kind === 'fill';
}

export function isShape(layer: Layer): layer is ShapeLayer {
  return layer.content.kind === 'shape';
}

export function isShowing(layer: Layer): layer is Layer & { readonly content: ShowingContent } {
  return layer.content.kind === 'showing';
}

export function isLettering(layer: Layer): layer is LetteringLayer {
  return layer.content.kind === 'lettering';
}

export function isShadow(layer: Layer): layer is ShadowLayer {
  return layer.content.kind === 'shadow';
}

export function isPaint(layer: Layer): layer is PaintLayer {
  return layer.content.kind === 'paint';
}

export function isGenerated(layer: Layer): layer is GeneratedLayer {
  return layer.content.kind === 'generated';
}

/** Whether a layer has an extent of its own: photographs, fills and what is generated have. */
export function hasExtent(layer: Layer): layer is Layer & { readonly content: ExtentContent } {
  return isPhoto(layer) || isFill(layer) || isGenerated(layer);
}

export function isGlass(layer: Layer): boolean {
  return layer.content.kind === 'glass';
}

export function isGroup(layer: Layer): layer is GroupLayer {
  return layer.content.kind === 'group';
}

/** What a new layer is like, but for its content and where it lies. */
export function plainLayer<Made extends Content>(
  id: string,
  name: string,
  content: Made,
  placement: Placement,
): Layer & { readonly content: Made } {
  return {
    ...{ id, name, shown: true, locked: false, content, placement, steps: [] },
    ...{ maskUse: null, edge: {}, opacity: 1, blending: 'normal' },
  };
}

interface PartBase {
  readonly id: string;
  readonly name: string;
  readonly shown: boolean;
  readonly combine: CombineRule;
  /** Standard deviation of the Gaussian, in composition pixels. */
  readonly feather: number;
  readonly inverted: boolean;
  /** How much of what the part does is done, 0..1; all when left out. */
  readonly amount?: number;
}

/**
 * A point of an outline. The runs to and from it are cubic Bezier curves where it has handles (given
 * as places, not as ways from the point), and straight where it has none.
 */
export interface OutlinePoint extends Point {
  readonly in?: Point;
  readonly out?: Point;
}

/** A closed path in mask pixels, and further closed paths that run the other way round: its holes. */
export interface OutlinePart extends PartBase {
  readonly kind: 'outline';
  readonly points: readonly OutlinePoint[];
  readonly further?: readonly (readonly OutlinePoint[])[];
}

/** A box in mask pixels. */
export interface BoxPart extends PartBase {
  readonly kind: 'box';
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  /** Degrees about its middle, clockwise; none when left out. */
  readonly turn?: number;
}

/** The ellipse that touches all four sides of its box, in mask pixels. */
export interface OvalPart extends PartBase {
  readonly kind: 'oval';
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  /** Degrees about its middle, clockwise; none when left out. */
  readonly turn?: number;
}

/** What is kept as tiles in the mask's grid. */
export interface Tiled {
  /** `column,row` of a tile, to the blob that holds it (see docs/formats.md). */
  readonly tiles: Readonly<Record<string, BlobHash>>;
}

/** What brush strokes laid down. */
export interface Brushed extends Tiled {
  readonly strokes: number;
}

/** What brush strokes laid down of a step, in the layer's own pixels. */
export interface BrushedStep extends Brushed {
  /** For a layer without pixels of its own: from the pixels that were painted, the canvas's then, to what it counts by. */
  readonly lies?: Matrix;
}

/** Brush strokes. What no stroke touched leaves the parts behind it as they are. */
export interface PaintedPart extends PartBase, Brushed {
  readonly kind: 'painted';
  /** How many of them solved what is sheer; none when left out. */
  readonly sheer?: number;
}

/** A place whose likeness is picked; lengths in mask pixels, tolerances in OKLab distance. */
export interface ReachPoint extends Point {
  /** Side of the patch whose mean colour is looked for. */
  readonly patch: number;
  readonly tolerance: number;
  /** Coverage falls to nothing over so much more. */
  readonly skirt: number;
  /** The skirt counts only so near what lies within the tolerance; anywhere when left out. */
  readonly inside?: number;
  readonly spread: 'touching' | 'everywhere';
  readonly combine: Exclude<CombineRule, 'replace'>;
}

export const STROKE_MARKS = ['keep', 'drop', 'unsure'] as const;
export type StrokeMark = (typeof STROKE_MARKS)[number];

/** A stroke that says what belongs to the thing; in mask pixels. */
export interface MarkedStroke {
  readonly mark: StrokeMark;
  readonly radius: number;
  readonly points: readonly Point[];
}

/** Gives a mark to everything around a place that no mark parts from it. */
export interface MarkedFill {
  readonly mark: StrokeMark;
  readonly fill: Point;
}

export type Marked = MarkedStroke | MarkedFill;

/** Whose colours are looked at: the layer's own, or those of the composition as it shows. */
export const PICKED_FROM = ['layer', 'composition'] as const;
export type PickedFrom = (typeof PICKED_FROM)[number];

/** What a picked part was worked out from, so that it can be worked out again. */
/** How an edge is worked out anew: as hairs and what is soft, or as what is hard. */
export const EDGE_WAYS = ['hairs', 'hard'] as const;
export type EdgeWay = (typeof EDGE_WAYS)[number];

export type Recipe =
  | { readonly by: 'reach'; readonly from: PickedFrom; readonly points: readonly ReachPoint[] }
  /** Rough strokes; `box` holds all of the thing where it was drawn. */
  | {
      readonly by: 'sweep';
      readonly from: PickedFrom;
      readonly strokes: readonly MarkedStroke[];
      readonly box: Rect | null;
    }
  | { readonly by: 'marks'; readonly from: PickedFrom; readonly marks: readonly Marked[] }
  /**
   * The edge of all parts before it, worked out anew: hairs and soft edges by solving the alpha of a band along it, or hard
   * ones by how the colours of both sides mix in the edge's own pixels. The width of the band is the part's `solved`.
   */
  | { readonly by: 'edge'; readonly from: PickedFrom; readonly way: EdgeWay }
  /** A first guess, as it was offered; `strokes` correct it. */
  | { readonly by: 'subject'; readonly name: string; readonly confidence: number }
  /** Laid down from something that had a shape already, and does not follow it. */
  | { readonly by: 'laid'; readonly of: string };

/** Coverage worked out from pictures, kept as tiles. Where there is no tile nothing is covered. */
export interface PickedPart extends PartBase, Tiled {
  readonly kind: 'picked';
  readonly recipe: Recipe;
  /** Islands and holes of fewer mask pixels than this were taken out; none when left out. */
  readonly specks?: number;
  /** How far from the cut, in mask pixels, hairs that leave it are looked for, to be solved with it; none when left out. */
  readonly strands?: number;
  /**
   * Solid patches outside of the mask before it that are at least so wide, in mask pixels, and ones inside that show through and are
   * twice as wide, are left as they were by an edge that was solved anew; none are when left out.
   */
  readonly patches?: number;
  /**
   * The alpha of an unsure band of this width along the cut (in mask pixels), and of what is marked as
   * unsure, was solved; null or left out where the part is as it was cut.
   */
  readonly solved?: number | null;
  /** What lay under the mask when it was worked out (see `pictureSeen`); not known when left out. */
  readonly seen?: string;
}

export const RAMP_SHAPES = ['straight', 'round', 'band'] as const;
export type RampShape = (typeof RAMP_SHAPES)[number];
export const FALLOFFS = ['linear', 'smooth', 'curve'] as const;
export type Falloff = (typeof FALLOFFS)[number];

/**
 * A gradient, in mask pixels. Straight: full before `from`, nothing after `to`. Round: about `from`,
 * nothing from the distance of `to` on. Band: along the line through `from` at a right angle to the
 * way to `to`, nothing from there on, on both sides.
 */
export interface RampPart extends PartBase {
  readonly kind: 'ramp';
  readonly shape: RampShape;
  readonly from: Point;
  readonly to: Point;
  /** Round and band: the share of the way that is full, 0 to below 1. */
  readonly inner: number;
  /** Round: how far it reaches across the way, for 1 along it. */
  readonly ratio: number;
  readonly falloff: Falloff;
  /** For `curve`: the two handles of a cubic Bezier from (0, 0) to (1, 1). */
  readonly curve: readonly [number, number, number, number];
}

export const TONE_COMPONENTS = [
  'lightness',
  'red',
  'green',
  'blue',
  'saturation',
  'coverage',
] as const;
export type ToneComponent = (typeof TONE_COMPONENTS)[number];

/** What has certain tones: all from `low[1]` to `high[0]`, less and less down to `low[0]` and up to `high[1]`. */
export interface TonesPart extends PartBase {
  readonly kind: 'tones';
  readonly component: ToneComponent;
  /** The layer itself, what lies behind it, or another layer by its id. */
  readonly of: 'own' | 'behind' | { readonly layer: string };
  readonly low: readonly [number, number];
  readonly high: readonly [number, number];
}

/** Components of a colour by which a thing may differ from what lies around it. */
export const VIEW_COMPONENTS = [
  'red',
  'green',
  'blue',
  'lightness',
  'chroma',
  'OKLab a',
  'OKLab b',
  'range',
  'warm-cool',
] as const;
export type ViewComponent = (typeof VIEW_COMPONENTS)[number];

/** Components of colours, each times its factor, added up. */
export type ComponentMix = Readonly<Partial<Record<ViewComponent, number>>>;

/** The grey values of a mix of components, spread between a black and a white point. */
export interface ComponentPart extends PartBase {
  readonly kind: 'component';
  readonly mix: ComponentMix;
  /** As that of tones. */
  readonly of: TonesPart['of'];
  /** Where the mix has this value nothing is covered. */
  readonly black: number;
  /** Where it has this one, all is; it may be the smaller of the two. */
  readonly white: number;
  /** What lies between is raised to one over this power. */
  readonly gamma: number;
  /** Strokes over what belongs to the thing and what does not, by which components are judged. */
  readonly samples: readonly MarkedStroke[];
}

export type MaskPart =
  | OutlinePart
  | BoxPart
  | OvalPart
  | PaintedPart
  | PickedPart
  | RampPart
  | TonesPart
  | ComponentPart;
export type ShapePart = OutlinePart | BoxPart | OvalPart;
/** Parts that are kept as tiles. */
export type TiledPart = PaintedPart | PickedPart;

/** Parts that are made of the colours of pictures, and change with them. */
export type ColourPart = TonesPart | ComponentPart;

export function isOfColours(part: MaskPart): part is ColourPart {
  return part.kind === 'tones' || part.kind === 'component';
}

export function isTiled(part: MaskPart): part is TiledPart {
  return part.kind === 'painted' || part.kind === 'picked';
}

/** How far colours are gathered for a clean fringe where nothing else is said, in composition pixels. */
export const FRINGE_WIDTH = 40;

export const FRINGE_WHERE = ['everywhere', 'visible'] as const;
export type FringeWhere = (typeof FRINGE_WHERE)[number];

/** Over how many composition pixels what lies behind enters an edge where nothing else is said. */
export const TINT_WIDTH = 10;
export const WRAP_WIDTH = 30;

/** What shows of a layer: parts, combined in order. */
export interface Mask {
  readonly id: string;
  readonly name: string;
  /** What there is before the first part: nothing shown, or everything. */
  readonly startsFrom: 'empty' | 'full';
  readonly parts: readonly MaskPart[];
  /** Over the whole mask, after the parts: standard deviation in composition pixels. */
  readonly feather: number;
  /** Moves the edge inwards (above 0) or outwards, in composition pixels; before the feather. */
  readonly choke?: number;
  /** Evens out a jagged edge over so many composition pixels; before the feather. */
  readonly evened?: number;
  /** Makes the edge steeper, after the feather: 0 (as it is) to 1 (hard). */
  readonly firm?: number;
  /** How it was pushed along, at the end and apart from its layer; not when null or left out. */
  readonly push?: Pushed | null;
  /** The name under which it stands on the mask shelf; null or left out when it does not. */
  readonly shelf?: string | null;
  /** The extent of its own pixels, where they are not those of the layer that uses it. */
  readonly size?: Size;
}

/** A region that limits what tools change: a mask of its own. */
export interface Area {
  readonly mask: string;
  /** From mask pixels to composition pixels. */
  readonly lies: Matrix;
  readonly turnedRound: boolean;
  /** One that was put away limits nothing and can be taken up again. */
  readonly inUse: boolean;
}

export interface Composition {
  readonly schema: typeof SCHEMA_VERSION;
  readonly title: string;
  readonly canvas: Canvas;
  readonly mixIn: MixSpace;
  /** Every layer there is, by its id. */
  readonly layers: Readonly<Record<string, Layer>>;
  /** Those that are in no group, far to near. */
  readonly root: readonly string[];
  /** Every mask there is, by its id. */
  readonly masks: Readonly<Record<string, Mask>>;
  /** The area in use, or the last one; null or left out when there was none. */
  readonly area?: Area | null;
  /** The horizon of the scene: how high the camera stood; not known when null or left out. */
  readonly horizon?: Horizon | null;
  /** Lines of the scene that meet far away; none when left out. */
  readonly vanishing?: readonly VanishingLine[];
  /** At which distance the lens is focused; on all of them when null or left out. */
  readonly focus?: PlaneOfFocus | null;
  /** Planes of the scene, by their ids; none when left out. */
  readonly planes?: Readonly<Record<string, ScenePlane>>;
  /** Lines that things can be laid at; none when left out. */
  readonly guides?: readonly Guide[];
  readonly grid?: Grid | null;
}

/** An empty composition. `canvas` in whole pixels. */
export function newComposition(title: string, canvas: Size): Composition {
  return {
    schema: SCHEMA_VERSION,
    title,
    canvas: { width: canvas.width, height: canvas.height, profile: 'srgb', surround: 38 },
    mixIn: 'light',
    layers: {},
    root: [],
    masks: {},
  };
}

/** A composition with these layers and masks instead of its own, far to near and in no group. */
export function laidOut(
  base: Composition,
  layers: readonly Layer[],
  masks: readonly Mask[] = [],
): Composition {
  return {
    ...base,
    layers: Object.fromEntries(layers.map((layer) => [layer.id, layer])),
    root: layers.map(({ id }) => id),
    masks: Object.fromEntries(masks.map((mask) => [mask.id, mask])),
  };
}

export function layerById(composition: Composition, id: string): Layer | undefined {
  return Object.hasOwn(composition.layers, id) ? composition.layers[id] : undefined;
}

export function maskById(composition: Composition, id: string): Mask | undefined {
  return Object.hasOwn(composition.masks, id) ? composition.masks[id] : undefined;
}

/** The mask that a layer uses, if it has one. */
export function maskOf(composition: Composition, layer: Layer): Mask | undefined {
  return layer.maskUse ? maskById(composition, layer.maskUse.mask) : undefined;
}

/** Everything that is kept as tiles, hidden parts and what brushes said of fringes and steps among it. */
export function tiledOf(composition: Composition): Tiled[] {
  const parts = Object.values(composition.masks).flatMap((mask) => mask.parts.filter(isTiled));
  const layers = Object.values(composition.layers);
  const fringes = layers.flatMap(({ edge }) => edge.fringeBrushed ?? []);
  const steps = layers.flatMap((layer) => layer.steps.flatMap(({ brushed }) => brushed ?? []));
  const coats = layers.filter(isPaint).flatMap(({ content }) => content.coats);
  const pushed = [...layers, ...Object.values(composition.masks)].flatMap(({ push }) => push ?? []);
  return [...parts, ...fringes, ...steps, ...coats, ...pushed];
}

/** The hashes of all sources that layers show, each once. */
export function sourcesOf(composition: Composition): BlobHash[] {
  const photos = Object.values(composition.layers).filter(isPhoto);
  return [...new Set(photos.map(({ content }) => content.source))];
}
