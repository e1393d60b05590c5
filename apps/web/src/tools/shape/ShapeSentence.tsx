import { isShape } from '@diplex/document';
import type { SentenceProps } from '../tool-home';
import { useShaping } from './settings';

const MEETS = {
  unite: 'is united with',
  subtract: 'is taken from',
  intersect: 'leaves only its part of',
  exclude: 'takes what it shares out of',
} as const;

export function ShapeSentence({ holder, whose }: SentenceProps) {
  const { kind, rule } = useShaping();
  const how =
    kind === 'curve'
      ? 'press at its points; Enter, or a press on the first, closes it.'
      : 'drag it out; Shift keeps its sides equal, Alt draws from its middle.';
  if (rule === 'new' || !isShape(holder))
    return (
      <>
        Draws a {kind} as a new layer: {how}
      </>
    );
  return (
    <>
      The {kind} {MEETS[rule]} {whose}: {how}
    </>
  );
}
