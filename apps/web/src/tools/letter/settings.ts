import type { FillColour, LetterFont, LetteringContent } from '@diplex/document';
import { toolSettings } from '../tool-settings';

/** How new lettering is set, and what of a text is selected. */
export interface Lettering {
  readonly font: LetterFont;
  readonly weight: number;
  readonly align: LetteringContent['align'];
  readonly colour: FillColour;
  /** From which character to which, while the text is edited; null when it is not. */
  readonly selection: readonly [number, number] | null;
}

export const useLettering = toolSettings<Lettering>({
  font: { family: 'Figtree', file: 'figtree' },
  ...{ weight: 600, align: 'start', colour: { r: 255, g: 255, b: 255, alpha: 1 } },
  selection: null,
});
