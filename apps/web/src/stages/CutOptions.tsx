import type { CombineRule } from '@diplex/document';
import { useHand } from '../bench/hand-store';
import { Choice } from '../controls/Choice';
import { TOOLS } from '../tools/tools';

const RULES: readonly { value: CombineRule; words: string; means: string; hint: string }[] = [
  { value: 'add', words: '+', means: '+ add', hint: 'Add to the mask (I turns round)' },
  {
    value: 'subtract',
    words: '−',
    means: '− subtract',
    hint: 'Take away from the mask (I turns round)',
  },
  { value: 'intersect', words: '∩', means: '∩ intersect', hint: 'Keep only what is inside both' },
  { value: 'replace', words: '=', means: '= replace', hint: 'Start anew with this part' },
];

/** The options of the cutting tool in hand, after what all of them share. */
export function CutOptions() {
  const { Options, makesParts } = TOOLS[useHand((state) => state.tools.cut) ?? 'outline'];
  return (
    <>
      <MakesChoice />
      {makesParts && <CombineChoice />}
      {Options && <Options />}
    </>
  );
}

function MakesChoice() {
  const { makes, take } = useHand();
  return (
    <Choice
      label="What the tools make"
      value={makes}
      options={[
        { value: 'part', words: 'mask', hint: 'Tools change the mask of the layer in hand (Y)' },
        { value: 'area', words: 'area', hint: 'Tools make the area that limits others (Y)' },
      ]}
      onChoose={(next) => take({ makes: next, part: null })}
    />
  );
}

function CombineChoice() {
  const { combine, take } = useHand();
  return (
    <Choice
      label="How the part combines"
      value={combine}
      options={RULES}
      onChoose={(next) => take({ combine: next })}
    />
  );
}
