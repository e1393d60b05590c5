import type { ValidationError } from 'class-validator';

/** One thing that is wrong with a document, and where. */
export interface DocumentProblem {
  /** A path like `masks[0].parts[2].points`. */
  readonly where: string;
  readonly says: string;
}

/** Flattens class-validator's tree of errors into places and sentences. */
export function problemsOf(errors: readonly ValidationError[], inside = ''): DocumentProblem[] {
  return errors.flatMap((error) => {
    const step = /^\d+$/.test(error.property)
      ? `${inside}[${error.property}]`
      : [inside, error.property].filter(Boolean).join('.');
    const own = Object.values(error.constraints ?? {}).map((says) => ({ where: step, says }));
    return [...own, ...problemsOf(error.children ?? [], step)];
  });
}
