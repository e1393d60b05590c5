import { SCHEMA_VERSION } from '@diplex/document';
import { create } from 'zustand';
import type { KeptSteps } from './step-commands';

const KEY = 'diplex-step-shelf';

/** Steps that were kept under a name. */
export interface ShelvedSteps extends KeptSteps {
  readonly name: string;
}

interface StepShelf {
  readonly kept: readonly ShelvedSteps[];
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
    keep: (steps) => put([...get().kept.filter(({ name }) => name !== steps.name), steps]),
    drop: (dropped) => put(get().kept.filter(({ name }) => name !== dropped)),
  };
});
