import type { Colour } from '@diplex/core';
import {
  addSteps,
  type FillColour,
  type LetteringChange,
  type LetteringLayer,
  letteringBounds,
  type Operation,
  setLettering,
} from '@diplex/document';
import { definitionOf, newStep } from '@diplex/steps';

type Doing = <Args>(operation: Operation<Args>, args: Args) => unknown;

/** A way for a text to look, made of what texts and chains have anyway. */
export interface LetterLook {
  readonly words: string;
  readonly finds: readonly string[];
  /** @param colour what agrees with the picture and can be read in it */
  make(layer: LetteringLayer, colour: Colour, doing: Doing): void;
}

const solid = ({ r, g, b }: Colour): FillColour => ({ r, g, b, alpha: 1 });

/** So much darker or lighter, encoded. */
function towards({ r, g, b }: Colour, end: 0 | 255, share: number): FillColour {
  const mixed = (value: number) => Math.round(value + (end - value) * share);
  return { r: mixed(r), g: mixed(g), b: mixed(b), alpha: 1 };
}

function isLight({ r, g, b }: Colour): boolean {
  return 0.3 * r + 0.59 * g + 0.11 * b > 128;
}

function set({ id: layer }: LetteringLayer, change: LetteringChange, doing: Doing): void {
  doing(setLettering, { layer, change });
}

function glowing(
  { id: layer }: LetteringLayer,
  values: Readonly<Record<string, unknown>>,
  doing: Doing,
  more: { readonly name?: string; readonly blending?: 'multiply' } = {},
): void {
  doing(addSteps, { layer, steps: [{ ...newStep(definitionOf('glow'), values), ...more }] });
}

export const LETTER_LOOKS: readonly LetterLook[] = [
  {
    words: 'Plain',
    finds: ['one colour'],
    make(layer, colour, doing) {
      set(layer, { fill: { by: 'colour', colour: solid(colour) }, stroke: null }, doing);
    },
  },
  {
    words: 'Lit',
    finds: ['glow', 'neon', 'shining'],
    make(layer, colour, doing) {
      const core = towards(colour, 255, 0.75);
      set(layer, { fill: { by: 'colour', colour: core }, stroke: null }, doing);
      const { r, g, b } = colour;
      glowing(
        layer,
        { colour: { r, g, b }, size: layer.content.letterSize / 3, solid: 0.5 },
        doing,
      );
    },
  },
  {
    words: 'Outlined',
    finds: ['border', 'stroke'],
    make(layer, colour, doing) {
      const edge = towards(colour, isLight(colour) ? 0 : 255, 0.82);
      const width = Math.max(1, layer.content.letterSize / 18);
      const stroke = { width, place: 'outside', colour: edge } as const;
      set(layer, { fill: { by: 'colour', colour: solid(colour) }, stroke }, doing);
    },
  },
  {
    words: 'Hollow',
    finds: ['outline only', 'empty'],
    make(layer, colour, doing) {
      const width = Math.max(1, layer.content.letterSize / 24);
      set(layer, { fill: null, stroke: { width, place: 'middle', colour: solid(colour) } }, doing);
    },
  },
  {
    words: 'Lifted',
    finds: ['shadow', 'soft dark behind'],
    make(layer, colour, doing) {
      set(layer, { fill: { by: 'colour', colour: solid(colour) }, stroke: null }, doing);
      const { r, g, b } = towards(colour, isLight(colour) ? 0 : 255, 0.95);
      const values = { colour: { r, g, b }, size: layer.content.letterSize / 4, solid: 0.6 };
      const more = isLight(colour) ? ({ blending: 'multiply' } as const) : {};
      glowing(layer, values, doing, { ...more, name: 'Lifted off what lies behind' });
    },
  },
  {
    words: 'Two tones',
    finds: ['gradient', 'metal'],
    make(layer, colour, doing) {
      const { x, y, width, height } = letteringBounds(layer.content);
      const middle = x + width / 2;
      const fill = {
        by: 'straight' as const,
        ...{ from: { x: middle, y }, to: { x: middle, y: y + height } },
        first: towards(colour, 255, 0.45),
        last: towards(colour, 0, 0.35),
      };
      set(layer, { fill, stroke: null }, doing);
    },
  },
];
