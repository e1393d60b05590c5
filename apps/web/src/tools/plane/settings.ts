import type { PlaneSide } from '@diplex/document';
import { toolSettings } from '../tool-settings';

/** The plane that is shown and moved; the first when it is not there. */
export interface PlaneInHand {
  readonly plane: string | null;
  /** Along which lines of the scene a new plane is drawn. */
  readonly along: PlaneAlong;
}

/** The ways that the sides of a new plane go; null for upright and level ones. */
export const PLANE_ALONG = {
  free: null,
  'both ways': ['first', 'second'],
  'one way, upright': ['first', 'upright'],
  'another, upright': ['second', 'upright'],
} as const satisfies Readonly<Record<string, readonly [PlaneSide, PlaneSide] | null>>;
export type PlaneAlong = keyof typeof PLANE_ALONG;

export const usePlaneInHand = toolSettings<PlaneInHand>({ plane: null, along: 'free' });
