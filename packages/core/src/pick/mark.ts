/** What is said of a pixel before the cut. */
export const MARK = { none: 0, keep: 1, drop: 2, unsure: 3 } as const;
