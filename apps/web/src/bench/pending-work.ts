/** Work that will still change the composition: strokes that are being kept. */
let work: Promise<unknown> = Promise.resolve();
let open = 0;

/** Counts `step` as pending until it ends, one way or the other. */
export function trackWork(step: Promise<unknown>): void {
  open++;
  work = Promise.allSettled([work, step]).then(() => {
    open--;
  });
}

/** Resolves when everything that was pending at this moment has ended. */
export async function workSettled(): Promise<void> {
  await work;
}

export function workPending(): boolean {
  return open > 0;
}
