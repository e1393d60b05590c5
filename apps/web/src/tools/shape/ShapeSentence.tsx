import { isShape } from '@diplex/document';
import type { SentenceProps } from '../tool-home';
import { chosenShape } from './chosen-shape';
import { useShaping } from './settings';

const MEETS = {
  unite: 'is united with',
  subtract: 'is taken from',
  intersect: 'leaves only its part of',
  exclude: 'takes what it shares out of',
} as const;

/** How what was drawn before is changed on the picture. */
function Changing({ holder }: Pick<SentenceProps, 'holder'>) {
  if (!isShape(holder)) return null;
  const curve = chosenShape(holder)?.kind === 'curve';
  return curve
    ? ' Its points: drag; Alt makes one smooth or sharp; press the line to add, twice to remove; the middle knob moves all.'
    : ' The middle knob moves the one that is chosen.';
}

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
        <Changing holder={holder} />
      </>
    );
  return (
    <>
      The {kind} {MEETS[rule]} {whose}: {how}
      <Changing holder={holder} />
    </>
  );
}
