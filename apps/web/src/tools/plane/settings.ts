import { toolSettings } from '../tool-settings';

/** The plane that is shown and moved; the first when it is not there. */
export interface PlaneInHand {
  readonly plane: string | null;
}

export const usePlaneInHand = toolSettings<PlaneInHand>({ plane: null });
