import type { Composition, Rect } from '@diplex/document';
import type { StageName } from '../../bench/stages';
import type { FileRequest, Source } from '../../link/server';

/** How bad something is, the worst first. */
export const WEIGHTS = ['wrong', 'doubtful', 'look'] as const;
export type Weight = (typeof WEIGHTS)[number];

/** Something that was found before a delivery. Nothing is forbidden by it. */
export interface Finding {
  readonly weight: Weight;
  /** What it is about, and what is the matter. */
  readonly words: string;
  readonly remedy: string;
  /** The layer that is taken in hand to look at it. */
  readonly layer?: string;
  /** Where it is, in composition pixels. */
  readonly at?: Rect;
  /** Where it can be put right. */
  readonly stage?: StageName;
}

/** What is about to be delivered. */
export interface Checked {
  readonly composition: Composition;
  readonly sources: readonly Source[];
  readonly files: readonly FileRequest[];
}

/** A check that only looks at the document. */
export type QuickCheck = (checked: Checked) => readonly Finding[];

export interface CheckTask {
  readonly signal: AbortSignal;
  progress(share: number): void;
}

/** A check that looks at pixels. */
export type LongCheck = (checked: Checked, task: CheckTask) => Promise<readonly Finding[]>;

/** The same findings, the worst first. */
export function worstFirst(findings: readonly Finding[]): Finding[] {
  const rank = ({ weight }: Finding) => WEIGHTS.indexOf(weight);
  return [...findings].sort((a, b) => rank(a) - rank(b));
}
