import { type SourceReading, sourceReadingNeeds } from '@diplex/core';
import { useEffect, useState } from 'react';
import { compositionKey, pageEngine, pageSupply } from '../bench/engine';
import { wordsOf } from '../link/problem';
import type { Source } from '../link/server';
import { photoAlone } from '../shelf/photo-alone';

/** A reading on its way, there, or not to be had. */
export type ReadingState =
  | { readonly kind: 'reading' }
  | { readonly kind: 'read'; readonly reading: SourceReading }
  | { readonly kind: 'failed'; readonly words: string };

/** What was read of each source since the page was opened; a source never changes. */
const known = new Map<string, Promise<SourceReading>>();

async function read(source: Source): Promise<SourceReading> {
  const composition = photoAlone(source);
  const { sources, painted } = sourceReadingNeeds(composition);
  const letGo = await pageSupply().bring(sources, painted);
  try {
    return await pageEngine().run('read-source', { composition: compositionKey(composition) });
  } finally {
    letGo();
  }
}

function readingOf(source: Source): Promise<SourceReading> {
  const { hash } = source;
  const before = known.get(hash);
  if (before) return before;
  const reading = read(source);
  known.set(hash, reading);
  // What failed is tried again when it is asked for again.
  reading.catch(() => known.delete(hash));
  return reading;
}

const READING: ReadingState = { kind: 'reading' };

/** What a source shows by itself. */
export function useSourceReading(source: Source): ReadingState {
  const [state, setState] = useState<{ of: string; is: ReadingState }>({ of: '', is: READING });
  useEffect(() => {
    let left = false;
    const put = (is: ReadingState) => {
      if (!left) setState({ of: source.hash, is });
    };
    readingOf(source)
      .then((reading) => put({ kind: 'read', reading }))
      .catch((error: unknown) => put({ kind: 'failed', words: wordsOf(error) }));
    return () => {
      left = true;
    };
  }, [source]);
  return state.of === source.hash ? state.is : READING;
}
