import type { SourceLevel } from '@diplex/core';
import type { Candidate } from '@diplex/sight';

/** What the worker that looks for subjects is asked. */
export interface SightAsk {
  readonly picture: SourceLevel;
  readonly coarse: SourceLevel;
}

export type SightReply =
  | { readonly type: 'progress'; readonly done: number }
  | { readonly type: 'found'; readonly candidates: readonly Candidate[] }
  | { readonly type: 'failed'; readonly message: string };
