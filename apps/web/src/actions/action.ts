import type { Icon } from '@tabler/icons-react';
import type { StageName } from '../bench/stages';

/** Something that can be done by a key, from the command palette and often from a button. */
export interface Action {
  readonly id: string;
  readonly words: string;
  /** Where it stands in the sheet of keys and in the palette. */
  readonly group:
    | 'Stages'
    | 'Tools'
    | 'Picture'
    | 'Mask'
    | 'Chain'
    | 'Layers'
    | 'Composition'
    | 'Window';
  /** In the notation of the hotkey library: `$mod+z`, `Shift+m`. */
  readonly keys?: readonly string[];
  /** The stage, or stages, it belongs to; all when left out. */
  readonly stage?: StageName | readonly StageName[];
  readonly icon?: Icon;
  /** Whether it can be done now. */
  readonly able?: () => boolean;
  readonly run: () => void;
}

/** Whether an action can be done at a stage at all. */
export function isOf({ stage }: Action, at: StageName): boolean {
  return stage === undefined || stage === at || (typeof stage === 'object' && stage.includes(at));
}

/** Keys that do something while they are held, for the sheet. */
export const HELD_KEYS = [
  { key: 'Space', words: 'Drag to pan' },
  { key: 'Z', words: 'Drag to zoom: right is nearer' },
  { key: 'X', words: 'Brush dial: distance is the radius, turning sets the softness' },
  { key: 'C', words: 'Compare with the composition as it was opened; over a step, see it without' },
  { key: 'Shift', words: 'Brush: straight line from the last stroke; Box, Oval: square' },
  { key: 'Alt', words: 'Box, Oval: from the centre; handles: about the centre' },
] as const;

const NAMES: Readonly<Record<string, string>> = {
  Period: '.',
  Comma: ',',
  $mod: 'Ctrl',
  ArrowLeft: '←',
  ArrowRight: '→',
  ArrowUp: '↑',
  ArrowDown: '↓',
  Backspace: '⌫',
  Escape: 'Esc',
  Equal: '+',
  Minus: '−',
};

/** A key in the words of a keyboard: `$mod+Shift+z` becomes Ctrl Shift Z. */
export function keyWords(keys: string): string {
  return keys
    .split(/\b\+/)
    .map((key) => {
      const plain = key.replace(/^(Key|Digit)/, '');
      return NAMES[plain] ?? (plain.length === 1 ? plain.toUpperCase() : plain);
    })
    .join(' ');
}
