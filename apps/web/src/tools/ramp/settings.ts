import type { Falloff, RampShape } from '@diplex/document';
import { toolSettings } from '../tool-settings';

/** What a new ramp is like. */
export interface Ramping {
  readonly shape: RampShape;
  readonly falloff: Falloff;
}

export const useRamping = toolSettings<Ramping>({ shape: 'straight', falloff: 'smooth' });
