import { create } from 'zustand';

interface PendingWork {
  /** How many steps are under way that will still change the composition: strokes that are being kept, picks. */
  readonly open: number;
  /** How many of them are strokes, which are seen while they are painted and kept. */
  readonly strokes: number;
}

export const usePendingWork = create<PendingWork>(() => ({ open: 0, strokes: 0 }));

let work: Promise<unknown> = Promise.resolve();

/** Counts `step` as pending until it ends, one way or the other. */
export function trackWork(step: Promise<unknown>): void {
  usePendingWork.setState(({ open }) => ({ open: open + 1 }));
  work = Promise.allSettled([work, step]).then(() => {
    usePendingWork.setState(({ open }) => ({ open: open - 1 }));
  });
}

/** Counts a stroke as pending until it is kept. */
export function trackStroke(step: Promise<unknown>): void {
  const count = (by: number) =>
    usePendingWork.setState(({ strokes }) => ({ strokes: strokes + by }));
  count(1);
  trackWork(step);
  void Promise.allSettled([step]).then(() => count(-1));
}

/** Resolves when everything that was pending at this moment has ended. */
export async function workSettled(): Promise<void> {
  await work;
}

/** Whether something would be lost that the browser does not keep: all but strokes, which are painted again. */
export function leavesWorkUndone(): boolean {
  const { open, strokes } = usePendingWork.getState();
  return open > strokes;
}

export function workPending(): boolean {
  return usePendingWork.getState().open > 0;
}
