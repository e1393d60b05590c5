import { create } from 'zustand';

/** How many steps are under way that will still change the composition: strokes that are being kept, picks. */
export const usePendingWork = create<{ readonly open: number }>(() => ({ open: 0 }));

let work: Promise<unknown> = Promise.resolve();

/** Counts `step` as pending until it ends, one way or the other. */
export function trackWork(step: Promise<unknown>): void {
  usePendingWork.setState(({ open }) => ({ open: open + 1 }));
  work = Promise.allSettled([work, step]).then(() => {
    usePendingWork.setState(({ open }) => ({ open: open - 1 }));
  });
}

/** Resolves when everything that was pending at this moment has ended. */
export async function workSettled(): Promise<void> {
  await work;
}

export function workPending(): boolean {
  return usePendingWork.getState().open > 0;
}
