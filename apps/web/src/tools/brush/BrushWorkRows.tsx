import {
  type BrushWork,
  GREY_TONES,
  type GreyWork,
  type SheerWork,
  type TapsWork,
} from '@diplex/core';
import { IconTrash } from '@tabler/icons-react';
import { Amount } from '../../controls/Amount';
import { Choice } from '../../controls/Choice';
import { IconButton } from '../../controls/IconButton';
import { LikenessAmount } from '../../controls/LikenessAmount';
import { PlainButton } from '../../controls/PlainButton';
import { ShareAmount } from '../../controls/ShareAmount';
import { FromChoice } from '../FromChoice';
import { sampledColours, setSampled } from './sample-colour';
import { type Sampling, useBrush } from './settings';

interface WorkRowsProps<Work extends BrushWork> {
  readonly work: Work;
  readonly onSet: (work: Work) => void;
}

/** What a brush that works something out needs to know. */
export function BrushWorkRows({ work, onSet }: WorkRowsProps<BrushWork>) {
  if (work.does === 'greys') return <GreyRows work={work} onSet={onSet} />;
  if (work.does === 'sheer') return <SheerRows work={work} onSet={onSet} />;
  return <TapsRows work={work} onSet={onSet} />;
}

function GreyRows({ work, onSet }: WorkRowsProps<GreyWork>) {
  const by = (value: number) => onSet({ ...work, by: value });
  return (
    <>
      <Choice
        label="Which greys"
        value={work.tones}
        options={GREY_TONES.map((value) => ({ value, words: value }))}
        onChoose={(tones) => onSet({ ...work, tones })}
      />
      <ShareAmount label="By" value={work.by} least={0.01} onTry={by} onSet={by} />
    </>
  );
}

function SheerRows({ work, onSet }: WorkRowsProps<SheerWork>) {
  const range = (value: number) => onSet({ ...work, range: value });
  return (
    <div className="grid gap-1">
      <Samples
        which="dense"
        words="Densest"
        none="found around what is kept"
        hint="What the thing looks like where it is densest"
      />
      <Samples
        which="behind"
        words="Behind"
        none="found around what is not kept"
        hint="What lies behind the thing"
      />
      <Samples which="spared" words="Spared" none="nothing" hint="What the brush leaves alone" />
      {work.spared.length > 0 && (
        <LikenessAmount label="Spared range" value={work.range} onTry={range} onSet={range} />
      )}
      <FromChoice />
    </div>
  );
}

function TapsRows({ work, onSet }: WorkRowsProps<TapsWork>) {
  const together = (value: number) => onSet({ ...work, together: value });
  const range = (value: number) => onSet({ ...work, range: value });
  return (
    <div className="grid gap-1">
      <Samples which="keep" words="Keep" none="nothing yet" hint="A colour that belongs to it" />
      <Samples which="drop" words="Drop" none="nothing yet" hint="A colour that does not" />
      <LikenessAmount label="Range" value={work.range} onTry={range} onSet={range} />
      <Amount
        label="By the edge"
        value={work.together}
        min={0}
        max={30}
        step={1}
        unit="px"
        curve={2}
        onTry={together}
        onSet={together}
      />
      <FromChoice />
    </div>
  );
}

interface SamplesProps {
  readonly which: Sampling;
  readonly words: string;
  /** What it is when nothing was sampled. */
  readonly none: string;
  readonly hint: string;
}

/** Colours that were sampled, with more to sample and one to forget at a time. */
function Samples({ which, words, none, hint }: SamplesProps) {
  const { brush, sampling, set } = useBrush();
  const colours = sampledColours(brush.work, which);
  const samples = sampling === which;
  return (
    <fieldset className="flex min-h-8 items-center gap-1.5 text-[12px]">
      <legend className="sr-only">{words}</legend>
      <span className="w-[58px] text-quiet">{words}</span>
      <span className="flex flex-1 flex-wrap items-center gap-1">
        {colours.length === 0 && <span className="text-[11.5px] text-faint">{none}</span>}
        {colours.map(({ r, g, b }, index) => (
          <button
            // biome-ignore lint/suspicious/noArrayIndexKey: a sample is known by its place in the list
            key={index}
            type="button"
            aria-label={`Forget sample ${index + 1} of ${words}: ${r} ${g} ${b}`}
            title="Forget this sample"
            onClick={() => setSampled(which, colours.toSpliced(index, 1))}
            className="size-5 cursor-pointer rounded border border-neutral"
            style={{ background: `rgb(${r} ${g} ${b})` }}
          />
        ))}
      </span>
      <PlainButton
        words={samples ? 'Press on it' : 'Sample'}
        hint={`${hint}: press on the picture; Shift goes on`}
        pressed={samples}
        onPress={() => set({ sampling: samples ? null : which })}
      />
      {colours.length > 1 && (
        <IconButton
          small
          icon={IconTrash}
          words={`Forget all samples of ${words}`}
          onPress={() => setSampled(which, [])}
        />
      )}
    </fieldset>
  );
}
