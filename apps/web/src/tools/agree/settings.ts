import type { ScenePart, ThingPart } from '@diplex/core';
import type { Point } from '@diplex/document';
import { toolSettings } from '../tool-settings';

/** What is changed: the thing, so that it agrees with the scene, or the scene behind it. */
export type Brings = 'thing' | 'scene';

export interface AgreeSettings {
  /** What of the scene counts. */
  readonly scene: ScenePart;
  /** What of the thing counts. */
  readonly thing: ThingPart;
  readonly brings: Brings;
  /** How much of what is proposed is taken, 0..1. */
  readonly share: number;
  /** Two places that should look alike, in composition pixels; null where none is pointed out. */
  readonly example: { readonly thing: Point | null; readonly scene: Point | null };
  /** Which of both the next press points out. */
  readonly points: 'thing' | 'scene';
}

export const useAgree = toolSettings<AgreeSettings>({
  ...{ scene: 'around', thing: 'all', brings: 'thing', share: 0.8 },
  example: { thing: null, scene: null },
  points: 'thing',
});
