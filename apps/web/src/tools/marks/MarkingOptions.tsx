import { Choice } from '../../controls/Choice';
import { RadiusAmount } from '../../controls/RadiusAmount';
import { FromChoice } from '../FromChoice';
import { useMarking } from './settings';

const UNSURE = {
  value: 'unsure',
  words: 'unsure',
  hint: 'Where the two mix: Solve works it out',
} as const;

/** How Sweep and Marks draw. */
export function MarkingOptions({ tool }: { readonly tool: 'sweep' | 'marks' }) {
  const marking = useMarking();
  const { set } = marking;
  return (
    <>
      <Choice
        label="Mark"
        value={marking.mark}
        options={[
          { value: 'keep', words: 'keep', hint: 'What belongs to the thing (I turns round)' },
          { value: 'drop', words: 'drop', hint: 'What does not (I turns round)' },
          ...(tool === 'marks' ? [UNSURE] : []),
        ]}
        onChoose={(mark) => set({ mark })}
      />
      {tool === 'sweep' ? (
        <Choice
          label="Form"
          value={marking.sweepForm}
          options={[
            { value: 'stroke', words: 'stroke' },
            { value: 'box', words: 'box', hint: 'Draw a box round all of the thing' },
          ]}
          onChoose={(sweepForm) => set({ sweepForm })}
        />
      ) : (
        <Choice
          label="Form"
          value={marking.marksForm}
          options={[
            { value: 'stroke', words: 'stroke' },
            {
              value: 'strand',
              words: 'strand',
              hint: 'Moves onto the hair or wire under the stroke; it is solved with the edge',
            },
            { value: 'fill', words: 'fill', hint: 'Marks everything up to the next marks' },
          ]}
          onChoose={(marksForm) => set({ marksForm })}
        />
      )}
      <RadiusAmount
        radius={marking.radius}
        from={2}
        to={1000}
        onSet={(radius) => set({ radius })}
      />
      <FromChoice />
    </>
  );
}
