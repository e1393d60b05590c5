import type { Colour, View } from '@diplex/core';
import type { CombineRule, MarkedStroke, Matrix, PickedFrom, Point, Rect } from '@diplex/document';
import { stepHolderId } from '@diplex/document';
import { create } from 'zustand';
import { FIRST_TOOLS, type StageToolName, type ToolName, type ToolsInHand } from './stage-tools';
import type { StageName } from './stages';

export const MASK_VIEWS = [
  'composition',
  'veil',
  'edges',
  'plain',
  'cut-out',
  'backdrop',
  'difference',
] as const;
export type MaskView = (typeof MASK_VIEWS)[number];

export const BACKDROPS = ['black', 'grey', 'white', 'colour', 'complement', 'composition'] as const;
export type Backdrop = (typeof BACKDROPS)[number];

/** Ways to look at the picture that judge one thing of it. */
export const LOOKING_AIDS = [
  'plain',
  'lightness',
  'saturation',
  'hue',
  'soft',
  'mirrored',
] as const;
export type LookingAid = (typeof LOOKING_AIDS)[number];

/** What is being drawn and is not part of the composition yet, in composition pixels. */
export type Draft =
  | { readonly kind: 'outline'; readonly points: readonly Point[]; readonly loose: Point | null }
  | {
      readonly kind: 'frame';
      readonly shape: 'box' | 'oval';
      readonly rect: Rect;
      readonly map: Matrix;
    }
  /** Strokes of marks; `map` takes their pixels to composition pixels. */
  | { readonly kind: 'strokes'; readonly strokes: readonly MarkedStroke[]; readonly map: Matrix }
  /** What a pick would cover; `map` takes the pixels of the image to composition pixels. */
  | { readonly kind: 'coverage'; readonly image: ImageData; readonly map: Matrix }
  | { readonly kind: 'line'; readonly from: Point; readonly to: Point };

/** The brush dial: where it was opened, in window pixels of the picture area. */
export interface Dial {
  readonly x: number;
  readonly y: number;
}

/** What the next press on the picture gives a step. */
export interface ColourWanted {
  readonly layer: string;
  readonly step: string;
  /** One of the picks of its definition. */
  readonly pick: string;
  /** Which of its values that is for, where a pick asks. */
  readonly on: string;
}

/** A colour that the next press on the picture gives. */
export interface ColourAsked {
  /** Of the patch whose mean it is, in composition pixels. */
  readonly side: 1 | 5 | 15 | 51;
  give(colour: Colour): void;
}

export interface Hand {
  /** Where on the bench one is. */
  readonly stage: StageName;
  readonly tools: ToolsInHand;
  readonly layer: string | null;
  /** The step of that layer whose row is open. */
  readonly openStep: string | null;
  /** The step whose mask the cutting tools make, instead of the layer's. */
  readonly maskedStep: string | null;
  readonly colourWanted: ColourWanted | null;
  /** Who asks for a colour of the picture; null for nobody. */
  readonly colourAsked: ColourAsked | null;
  /** The step that is left out while a key is held. */
  readonly stepCompared: string | null;
  /** The step whose row is under the pointer or has the focus. */
  readonly stepUnder: string | null;
  /** Layers chosen besides the one in hand, for what is done with several. */
  readonly alsoChosen: readonly string[];
  readonly part: string | null;
  /** The part of each layer's mask that was in hand last. */
  readonly lastParts: Readonly<Record<string, string>>;
  /** The point of the outline in hand that keys move, by its number. */
  readonly point: number | null;
  readonly combine: CombineRule;
  /** What the cutting tools make: parts of the layer's mask, or of the area. */
  readonly makes: 'part' | 'area';
  /** Whether the area's outline is left out of the picture. */
  readonly areaHidden: boolean;
  /** Whether the area as a whole is moved, scaled and turned by handles. */
  readonly areaMoves: boolean;
  /** Whose colours are picked from. */
  readonly pickedFrom: PickedFrom;
  /** Whether the stage looks at masks; the view below is for those that do. */
  readonly looksAt: 'mask' | 'composition';
  readonly view: MaskView;
  readonly backdrop: Backdrop;
  readonly backdropColour: Colour;
  /** The complement of the mean colour of what is cut out. */
  readonly complement: Colour;
  /** Whose mask is compared with the one in hand. */
  readonly compared: string | null;
  readonly veilColour: Colour;
  readonly veilStrength: number;
  readonly draft: Draft | null;
  readonly dial: Dial | null;
  /** Whether the marks of the part in hand lie over the picture. */
  readonly marks: 'shown' | 'away';
  readonly comparing: boolean;
  /** How the picture is looked at, to judge one thing of it. */
  readonly aid: LookingAid;
  /** Whether what is clipped is shown on the picture. */
  readonly clips: boolean;
  /** Whether the glass is wanted whatever the tool. */
  readonly loupe: boolean;
  take(change: Partial<Omit<Hand, 'take'>>): void;
}

/** What is in hand: the tool, the layer and part it works on, and how the picture is looked at. */
export const useHand = create<Hand>((set) => ({
  stage: 'gather',
  tools: FIRST_TOOLS,
  layer: null,
  openStep: null,
  maskedStep: null,
  colourWanted: null,
  colourAsked: null,
  stepCompared: null,
  stepUnder: null,
  alsoChosen: [],
  part: null,
  lastParts: {},
  point: null,
  combine: 'add',
  makes: 'part',
  areaHidden: false,
  areaMoves: false,
  pickedFrom: 'layer',
  looksAt: 'composition',
  view: 'composition',
  backdrop: 'black',
  backdropColour: { r: 192, g: 32, b: 122 },
  complement: { r: 119, g: 119, b: 119 },
  compared: null,
  veilColour: { r: 20, g: 22, b: 26 },
  veilStrength: 0.92,
  draft: null,
  dial: null,
  marks: 'shown',
  comparing: false,
  aid: 'plain',
  clips: false,
  loupe: false,
  // A point belongs to the part that was in hand when it was chosen.
  // Another layer in hand is chosen alone, unless it is said otherwise.
  take: (change) =>
    set((now) => {
      const { layer, part } = { ...now, ...change };
      const held = layer !== null && part !== null && now.lastParts[layer] !== part;
      return {
        ...('part' in change && { point: null }),
        ...('layer' in change && { alsoChosen: [], maskedStep: null, colourWanted: null }),
        ...(held && { lastParts: { ...now.lastParts, [layer]: part } }),
        ...change,
      };
    }),
}));

const PLAIN_BACKDROPS: Readonly<Record<'black' | 'grey' | 'white', Colour>> = {
  black: { r: 0, g: 0, b: 0 },
  grey: { r: 119, g: 119, b: 119 },
  white: { r: 255, g: 255, b: 255 },
};

/** The mask in hand beside another; alone it is seen as greyscale. */
function differenceInHand({ compared }: Hand, layer: string): View {
  if (!compared || compared === layer) return { kind: 'plain', layer };
  return { kind: 'difference', layer, other: compared };
}

/** What the picture shows of the layer in hand. */
export function viewInHand(hand: Hand, theme: 'dim' | 'bright'): View {
  const { view, backdrop, maskedStep } = hand;
  if (!hand.layer || view === 'composition') return { kind: 'composition' };
  const layer = maskedStep === null ? hand.layer : stepHolderId(hand.layer, maskedStep);
  if (view === 'veil') {
    return { kind: 'veil', layer, colour: hand.veilColour, strength: hand.veilStrength };
  }
  if (view === 'plain' || view === 'edges') return { kind: view, layer };
  if (view === 'cut-out') {
    return { kind: 'cut-out', layer, checks: theme === 'dim' ? 'dark' : 'light' };
  }
  if (view === 'difference') return differenceInHand(hand, layer);
  if (backdrop === 'composition') return { kind: 'composition' };
  const chosen = { colour: hand.backdropColour, complement: hand.complement };
  const colour = { ...PLAIN_BACKDROPS, ...chosen }[backdrop];
  return { kind: 'backdrop', layer, colour };
}

/** Takes a tool in hand, for whenever one is at a stage that has it. */
export function takeTool(stage: StageName, name: StageToolName): void {
  const { tools, take } = useHand.getState();
  take({ tools: { ...tools, [stage]: name } });
}

/** The tool that the pointer has over the picture; null where it only looks. */
export function toolInHand({ stage, tools, colourWanted }: Hand): ToolName | null {
  return colourWanted && stage !== 'gather' ? 'colour' : tools[stage];
}
