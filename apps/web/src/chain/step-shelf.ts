import { type Mask, SCHEMA_VERSION, type Step } from '@diplex/document';
import { create } from 'zustand';
import { copied } from '../bench/copied';

/** Steps that were copied or kept, with the masks that they use; their masks lie on the canvas. */
export interface KeptSteps {
  readonly steps: readonly Step[];
  readonly masks: readonly Mask[];
}

/** Kept by the browser: other tabs and compositions can paste them. */
const copiedSteps = copied<KeptSteps>('steps');

const KEY = 'diplex-step-shelf';

/** Steps that were kept under a name. */
export interface ShelvedSteps extends KeptSteps {
  readonly name: string;
}

interface StepShelf {
  readonly kept: readonly ShelvedSteps[];
  /** The steps that were copied last; null when there are none. */
  readonly copied: KeptSteps | null;
  copy(steps: KeptSteps): void;
  /** A name that is there already is replaced. */
  keep(steps: ShelvedSteps): void;
  drop(name: string): void;
}

function remembered(): readonly ShelvedSteps[] {
  try {
    const { schema, kept } = JSON.parse(localStorage.getItem(KEY) ?? '{}');
    return schema === SCHEMA_VERSION ? kept : [];
  } catch {
    return [];
  }
}

/** The shelf of steps: kept by the browser, for all compositions. */
export const useStepShelf = create<StepShelf>((set, get) => {
  const put = (kept: readonly ShelvedSteps[]) => {
    localStorage.setItem(KEY, JSON.stringify({ schema: SCHEMA_VERSION, kept }));
    set({ kept });
  };
  return {
    kept: remembered(),
    copied: copiedSteps.read(),
    copy: (copied) => {
      copiedSteps.keep(copied);
      set({ copied });
    },
    keep: (steps) => put([...get().kept.filter(({ name }) => name !== steps.name), steps]),
    drop: (dropped) => put(get().kept.filter(({ name }) => name !== dropped)),
  };
});
