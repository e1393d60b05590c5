/** What is measured: from a change or a pointer's move until the picture, or a reading, shows it. */
export type Measured = 'first answer' | 'settled picture' | 'painted pixel' | 'reading';

/**
 * Puts a measurement that began at `start` (as of performance.now) into the browser's own timeline,
 * for whoever observes it. Nothing is kept: a page runs for a day.
 */
export function measured(what: Measured, start: number): void {
  const name = `diplex: ${what}`;
  performance.measure(name, { start });
  performance.clearMeasures(name);
}
