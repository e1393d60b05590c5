import type { Layer, Mask, MaskPart } from '@diplex/document';
import type { Icon } from '@tabler/icons-react';
import type { ReactNode } from 'react';
import type { Ring } from '../picture/BrushRing';
import type { Tool } from '../picture/tool';

/** What the sentence of a tool is told. */
export interface SentenceProps {
  readonly holder: Layer;
  readonly mask: Mask | undefined;
  /** The part in hand. */
  readonly part: MaskPart | undefined;
  /** Whose mask it changes, in words. */
  readonly whose: ReactNode;
  /** What a part does to what is inside it. */
  readonly rule: string;
}

/** A tool with all that belongs to it. What is left out it does not have. */
export interface ToolHome {
  /** What the pointer does. */
  readonly tool: Tool;
  /** How it stands in the tray of its stage. */
  readonly tray?: { readonly words: string; readonly key: string; readonly icon: Icon };
  /** Whether what it makes is combined as a part, by the rule in hand. */
  readonly makesParts?: true;
  /** Its options in the tray. */
  readonly Options?: () => ReactNode;
  /** What it draws over the picture: handles, marks. */
  readonly Handles?: () => ReactNode;
  /** Its section of the inspector. */
  readonly Section?: () => ReactNode;
  /** What the next press or stroke will change. */
  readonly Sentence?: (props: SentenceProps) => ReactNode;
  /** A hook: its outline under the pointer; null for none. */
  readonly useRing?: () => Ring | null;
  readonly cursor?: string;
  /** Whether the second button does the opposite of the first, and the dial opens. */
  readonly twoButtons?: true;
  /** Turns what it does round: show and hide, keep and drop. */
  turnRound?(): void;
  /** The next press points something out: a colour, or where is taken from; a second time calls that off. */
  pointOut?(): void;
  /** Makes it larger or smaller by a share. */
  scale?(by: number): void;
  /** Takes a radius, in composition pixels, and a softness from the dial. */
  takeDial?(radius: number, softness: number): void;
}
