import type { SentenceProps } from '../tool-home';

/** How an outline is drawn, and how the one in hand is changed. */
export function OutlineSentence({ whose, rule, part }: SentenceProps) {
  return (
    <>
      Changes {whose}: {rule}; click corners or draw; Enter closes.
      {part?.kind === 'outline' &&
        ' Points: drag; Alt makes one smooth or sharp; press the line to add, twice to remove.'}
    </>
  );
}
