import type { Brush } from '@diplex/core';
import type { CombineRule } from '@diplex/document';
import { useComposition } from '../bench/composition-store';
import { type FrameDrawing, useHand } from '../bench/hand-store';
import { Amount } from '../controls/Amount';
import { Choice } from '../controls/Choice';
import { Pick } from '../controls/Pick';
import { ShareAmount } from '../controls/ShareAmount';
import { JOINS, joinable, joinOutlines } from '../tools/join-outlines';
import { ComponentOptions } from './ComponentOptions';
import { MarkingOptions, RampOptions, ReachOptions, TonesOptions } from './PickOptions';

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

const PRESSURE: readonly { value: Brush['pressure']; words: string }[] = [
  { value: 'none', words: 'none' },
  { value: 'size', words: 'size' },
  { value: 'strength', words: 'strength' },
  { value: 'flow', words: 'flow' },
];

/** The options of the cutting tool in hand. */
export function CutOptions() {
  const cutTool = useHand((state) => state.cutTool);
  return (
    <>
      <MakesChoice />
      {cutTool === 'brush' ? <BrushOptions /> : <CombineChoice />}
      {(cutTool === 'box' || cutTool === 'oval') && <FrameOptions />}
      {cutTool === 'outline' && <OutlineOptions />}
      {(cutTool === 'outline' || cutTool === 'box' || cutTool === 'oval') && <JoinButtons />}
      {cutTool === 'reach' && <ReachOptions />}
      {(cutTool === 'sweep' || cutTool === 'marks') && <MarkingOptions tool={cutTool} />}
      {cutTool === 'ramp' && <RampOptions />}
      {cutTool === 'tones' && <TonesOptions />}
      {cutTool === 'component' && <ComponentOptions />}
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

function OutlineOptions() {
  const { outlining, take } = useHand();
  const set = (snap: number) => take({ outlining: { ...outlining, snap } });
  return (
    <Amount
      layout="stack"
      label="Snap"
      value={outlining.snap}
      min={0}
      max={60}
      step={1}
      unit="px"
      curve={2}
      onTry={set}
      onSet={set}
    />
  );
}

/** Joins the outlines, boxes and ovals of the mask to one. */
function JoinButtons() {
  useComposition((state) => state.composition);
  useHand((state) => state.layer);
  if (joinable().length < 2) return null;
  return (
    <fieldset className="flex shrink-0 items-center gap-1 text-[11.5px] text-faint">
      <legend className="sr-only">Join outlines</legend>
      Join
      {JOINS.map((how) => (
        <button
          key={how}
          type="button"
          onClick={() => joinOutlines(how)}
          className="h-7 cursor-pointer rounded-md bg-secondary px-2 text-[12px] text-secondary-content hover:brightness-110"
        >
          {how}
        </button>
      ))}
    </fieldset>
  );
}

function FrameOptions() {
  const { frame, take } = useHand();
  const set = (change: Partial<FrameDrawing>) => take({ frame: { ...frame, ...change } });
  return (
    <>
      <Choice
        label="Drawn from"
        value={frame.from}
        options={[
          { value: 'corner', words: 'from corner' },
          { value: 'centre', words: 'from centre', hint: 'Alt turns this round while held' },
        ]}
        onChoose={(from) => set({ from })}
      />
      <Choice
        label="Shape"
        value={frame.shape}
        options={[
          { value: 'free', words: 'free' },
          { value: 'square', words: 'square', hint: 'Shift turns this round while held' },
        ]}
        onChoose={(shape) => set({ shape })}
      />
    </>
  );
}

function BrushOptions() {
  const { brush, brushOn, take } = useHand();
  const [gives, takes] = brushOn === 'fringe' ? ['clean', 'leave'] : ['show', 'hide'];
  const set = (change: Partial<Brush>) => take({ brush: { ...brush, ...change } });
  const share = (label: string, key: 'softness' | 'strength' | 'flow', least: number) => (
    <ShareAmount
      layout="stack"
      label={label}
      value={brush[key]}
      least={least / 100}
      onTry={(value) => set({ [key]: value })}
      onSet={(value) => set({ [key]: value })}
    />
  );
  return (
    <>
      {!brush.edge && !brush.work && (
        <Choice
          label="Brush"
          value={brush.value > 0 ? 'show' : 'hide'}
          options={[
            { value: 'show', words: gives, hint: 'I turns round' },
            { value: 'hide', words: takes, hint: 'I turns round' },
          ]}
          onChoose={(way) => set({ value: way === 'show' ? 1 : 0 })}
        />
      )}
      <Amount
        layout="stack"
        label="Size"
        value={Math.round(brush.radius * 2)}
        min={1}
        max={2000}
        step={1}
        unit="px"
        curve={3}
        onTry={(value) => set({ radius: value / 2 })}
        onSet={(value) => set({ radius: value / 2 })}
      />
      {share('Softness', 'softness', 0)}
      {share('Strength', 'strength', 1)}
      {share('Flow', 'flow', 1)}
      <Pick
        label="Pen pressure"
        value={brush.pressure}
        options={PRESSURE}
        onChoose={(pressure) => set({ pressure })}
      />
    </>
  );
}
