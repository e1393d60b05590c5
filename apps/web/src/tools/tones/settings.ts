import type { ToneComponent } from '@diplex/document';
import { toolSettings } from '../tool-settings';

/** What new tones are like. */
export interface Toning {
  readonly component: ToneComponent;
  /** 0 (only a few) to 1 (many). */
  readonly breadth: number;
}

export const useToning = toolSettings<Toning>({ component: 'lightness', breadth: 0.5 });
