import { LEVELS_CHANNELS, LEVELS_PARTS, type LevelsChannel, levelsValueName } from '@diplex/steps';
import { useState } from 'react';
import { Choice } from '../controls/Choice';
import type { EditorProps } from './editor-props';
import { FieldRows } from './FieldRows';
import { HistogramPicture } from './HistogramPicture';
import { useStepValues } from './use-step';
import { useStepHistogram } from './use-step-histogram';

const CHANNEL_WORDS: Readonly<Record<LevelsChannel, string>> = {
  ...{ all: 'All', red: 'Red', green: 'Green', blue: 'Blue' },
};

const CHANNELS = (['all', ...LEVELS_CHANNELS] as const).map((value) => ({
  ...{ value, words: CHANNEL_WORDS[value] },
}));

/** The amounts of Levels, one channel's at a time, under the tones that come in, with where black and white are. */
export function LevelsEditor({ layer, step }: EditorProps) {
  const counts = useStepHistogram(layer.id, step.id);
  const [channel, setChannel] = useState<LevelsChannel>('all');
  const { values } = useStepValues(layer, step);
  const shown = LEVELS_PARTS.map((part) => levelsValueName(channel, part));
  const points = (['black', 'white'] as const).map(
    (part) => [part, values[levelsValueName(channel, part)] as number] as const,
  );
  return (
    <>
      <Choice label="Which channel" value={channel} options={CHANNELS} onChoose={setChannel} />
      <div className="relative mt-1 h-[64px] overflow-hidden rounded-md bg-base-300">
        <svg
          viewBox="0 0 1 1"
          preserveAspectRatio="none"
          className="absolute inset-0 size-full"
          role="img"
          aria-label="The tones that come in"
        >
          <HistogramPicture counts={counts} channel={channel} />
          {points.map(([part, at]) => (
            <line
              key={part}
              x1={at}
              x2={at}
              y1={0}
              y2={1}
              stroke="var(--color-primary)"
              strokeWidth={1.5}
              vectorEffect="non-scaling-stroke"
            />
          ))}
        </svg>
      </div>
      <FieldRows layer={layer} step={step} only={[...shown, 'grey']} />
    </>
  );
}
