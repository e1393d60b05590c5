import { toolSettings } from '../tool-settings';
import { LOOK_FAMILIES, type LookFamily } from './recipes';

interface LookSettings {
  /** Whether the sheet lies over the picture. */
  readonly sheet: 'open' | 'away';
  readonly families: readonly LookFamily[];
  readonly seed: number;
  /** How much of a look is taken, 0..1. */
  readonly share: number;
  /** The layer that a look spares by its mask, and how far; nobody when null. */
  readonly spares: string | null;
  readonly spared: number;
}

export const useLooks = toolSettings<LookSettings>({
  sheet: 'open',
  families: LOOK_FAMILIES,
  seed: 1,
  share: 0.7,
  spares: null,
  spared: 0.85,
});
