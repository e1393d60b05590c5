import { toolSettings } from '../tool-settings';

/** Heights in metres by which the eye level of a layer is told. */
export interface Standing {
  /** Of the thing, from its foot to the top of the layer. */
  readonly height: number;
  /** Of the scene's camera above the ground. */
  readonly camera: number;
}

export const useStanding = toolSettings<Standing>({ height: 1.7, camera: 1.6 });
