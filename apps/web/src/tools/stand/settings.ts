import type { VanishingWay } from '@diplex/document';
import { toolSettings } from '../tool-settings';

/** Heights in metres by which the eye level of a layer is told. */
export interface Standing {
  /** Of the thing, from its foot to the top of the layer. */
  readonly height: number;
  /** Of the scene's camera above the ground. */
  readonly camera: number;
  /** Whether the next drag measures a thing of that height in the picture, from its foot to its top. */
  readonly measures: boolean;
  /** Whether the next drag draws a vanishing line, and of which way. */
  readonly draws: VanishingWay | null;
}

export const useStanding = toolSettings<Standing>({
  height: 1.7,
  camera: 1.6,
  measures: false,
  draws: null,
});
