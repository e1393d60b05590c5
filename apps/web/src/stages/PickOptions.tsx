import { FALLOFFS, RAMP_SHAPES, TONE_COMPONENTS } from '@diplex/document';
import { type Marking, type Ramping, type Reaching, useHand } from '../bench/hand-store';
import { Amount } from '../controls/Amount';
import { Choice } from '../controls/Choice';
import { LikenessAmount } from '../controls/LikenessAmount';
import { Pick } from '../controls/Pick';
import { ShareAmount } from '../controls/ShareAmount';
import { addTones, TONES } from '../tools/tones-tool';
import { FromChoice } from './FromChoice';

export function ReachOptions() {
  const { reaching, take } = useHand();
  const set = (change: Partial<Reaching>) => take({ reaching: { ...reaching, ...change } });
  const distance = (label: string, key: 'tolerance' | 'skirt') => (
    <LikenessAmount
      layout="stack"
      label={label}
      value={reaching[key]}
      onTry={(value) => set({ [key]: value })}
      onSet={(value) => set({ [key]: value })}
    />
  );
  return (
    <>
      <Pick
        label="Spread"
        value={reaching.spread}
        options={[
          { value: 'touching', words: 'touching' },
          { value: 'everywhere', words: 'everywhere' },
        ]}
        onChoose={(spread) => set({ spread })}
      />
      {distance('Tolerance', 'tolerance')}
      {distance('Skirt', 'skirt')}
      <Amount
        layout="stack"
        label="Patch"
        value={reaching.patch}
        min={1}
        max={101}
        step={2}
        unit="px"
        curve={2}
        onTry={(patch) => set({ patch })}
        onSet={(patch) => set({ patch })}
      />
      <FromChoice />
    </>
  );
}

const UNSURE = {
  value: 'unsure',
  words: 'unsure',
  hint: 'Where the two mix: Solve works it out',
} as const;

export function MarkingOptions({ tool }: { readonly tool: 'sweep' | 'marks' }) {
  const { marking, take } = useHand();
  const set = (change: Partial<Marking>) => take({ marking: { ...marking, ...change } });
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
            { value: 'fill', words: 'fill', hint: 'Marks everything up to the next marks' },
          ]}
          onChoose={(marksForm) => set({ marksForm })}
        />
      )}
      <Amount
        layout="stack"
        label="Size"
        value={Math.round(marking.radius * 2)}
        min={2}
        max={1000}
        step={1}
        unit="px"
        curve={3}
        onTry={(value) => set({ radius: value / 2 })}
        onSet={(value) => set({ radius: value / 2 })}
      />
      <FromChoice />
    </>
  );
}

export function RampOptions() {
  const { ramping, take } = useHand();
  const set = (change: Partial<Ramping>) => take({ ramping: { ...ramping, ...change } });
  return (
    <>
      <Choice
        label="Form"
        value={ramping.shape}
        options={RAMP_SHAPES.map((shape) => ({ value: shape, words: shape }))}
        onChoose={(shape) => set({ shape })}
      />
      <Choice
        label="Falloff"
        value={ramping.falloff}
        options={FALLOFFS.map((falloff) => ({ value: falloff, words: falloff }))}
        onChoose={(falloff) => set({ falloff })}
      />
    </>
  );
}

export function TonesOptions() {
  const { toning, take } = useHand();
  return (
    <>
      <Pick
        label="Component"
        value={toning.component}
        options={TONE_COMPONENTS.map((each) => ({ value: each, words: each }))}
        onChoose={(component) => take({ toning: { ...toning, component } })}
      />
      <ShareAmount
        layout="stack"
        label="Breadth"
        value={toning.breadth}
        onTry={(value) => take({ toning: { ...toning, breadth: value } })}
        onSet={(value) => take({ toning: { ...toning, breadth: value } })}
      />
      <div className="flex gap-1">
        {TONES.map((name) => (
          <button
            key={name}
            type="button"
            aria-label={`Add ${name}`}
            onClick={() => addTones(name)}
            className="h-8 cursor-pointer rounded-lg bg-secondary px-2.5 capitalize text-[12px] text-secondary-content hover:brightness-110"
          >
            {name}
          </button>
        ))}
      </div>
    </>
  );
}
