import { IconBrush, IconCopyrightOff, IconSignature } from '@tabler/icons-react';
import type { Source } from '../link/server';

/** What is to be known of a source before it is used, said and drawn. */
export const TERMS = {
  free: { words: 'Any use', icon: null },
  credited: { words: 'Needs its credit', icon: IconSignature },
  barred: { words: 'Not to be delivered', icon: IconCopyrightOff },
} as const;

/** Marks of a source: that it is a brush tip, and what its rights ask or forbid. */
export function SourceMarks({ source }: { readonly source: Pick<Source, 'kind' | 'terms'> }) {
  const { words, icon: Terms } = TERMS[source.terms];
  return (
    <>
      {source.kind === 'tip' && (
        <span title="A brush tip" className="inline-flex">
          <IconBrush size={13} role="img" aria-label="a brush tip" />
        </span>
      )}
      {Terms && (
        <span
          title={words}
          className={`inline-flex ${source.terms === 'barred' ? 'text-warning' : 'text-info'}`}
        >
          <Terms size={14} role="img" aria-label={words} />
        </span>
      )}
    </>
  );
}
