import type { AgreementReading } from '@diplex/core';
import type { Composition, Point } from '@diplex/document';
import { create } from 'zustand';

/** A pasted thing as it was checked. */
export interface CheckedThing {
  readonly layer: string;
  readonly reading: AgreementReading;
  /** It stands on the ground and throws no shadow. */
  readonly floats: boolean;
  /** Of its edge, in hundredths of lightness; 0 where there is none to speak of. */
  readonly halo: number;
  /** Where along its edge the halo is worst, in composition pixels; null where there is none. */
  readonly haloAt: Point | null;
  /** By how many composition pixels its own eye level lies off the scene’s horizon; 0 where either is not known. */
  readonly eyeOff: number;
}

interface Checks {
  /** The composition that was checked; null before any. */
  readonly of: Composition | null;
  /** The worst first. */
  readonly things: readonly CheckedThing[];
  take(change: Partial<Omit<Checks, 'take'>>): void;
}

/** The last check of all pasted things. */
export const useChecks = create<Checks>((set) => ({
  of: null,
  things: [],
  take: (change) => set(change),
}));
