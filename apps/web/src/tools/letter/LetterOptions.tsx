import {
  isLettering,
  type LetteringChange,
  type LetteringContent,
  RANGES,
  TEXT_ALIGNS,
} from '@diplex/document';
import { useEffect } from 'react';
import { useLayerInHand } from '../../bench/use-layer-in-hand';
import { Amount } from '../../controls/Amount';
import { Choice } from '../../controls/Choice';
import { ColourField } from '../../controls/ColourField';
import { FontPick } from './FontPick';
import { fontOf } from './fonts';
import { setLetters } from './set-letters';
import { useLettering } from './settings';

/** How the text in hand is set, and every new one after it. */
export function LetterOptions() {
  const inHand = useLayerInHand();
  const layer = inHand && isLettering(inHand) ? inHand : null;
  const settings = useLettering();
  const { font, weight, align } = layer?.content ?? settings;
  // The shaper comes with the tool in hand, so that what is typed right after a press goes into the text.
  useEffect(() => {
    fontOf(font).catch(() => undefined);
  }, [font]);
  const change = (next: Pick<LetteringChange, 'font' | 'weight' | 'align'>) => {
    settings.set(next as Partial<Pick<LetteringContent, 'font' | 'weight' | 'align'>>);
    if (layer) setLetters(layer, next, 'perform');
  };
  return (
    <>
      <FontPick font={font} onChoose={(next) => change({ font: next })} />
      <Amount
        layout="stack"
        label="Weight"
        value={weight}
        range={RANGES.letterWeight}
        step={1}
        onTry={(next) => layer && setLetters(layer, { weight: next }, 'tryOut')}
        onSet={(next) => change({ weight: next })}
      />
      <Choice
        label="Lines"
        value={align}
        options={TEXT_ALIGNS.map((value) => ({
          ...{ value, words: value },
          hint: { start: 'begin here', middle: 'lie about here', end: 'end here' }[value],
        }))}
        onChoose={(next) => change({ align: next })}
      />
      {!layer && (
        <ColourField
          label="Colour of new text"
          value={settings.colour}
          onSet={(colour) => settings.set({ colour: { ...colour, alpha: 1 } })}
        />
      )}
    </>
  );
}
