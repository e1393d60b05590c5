import type { CountName, ReadOf } from '@diplex/core';
import type { Layer } from '@diplex/document';
import { useState } from 'react';
import { useComposition } from '../bench/composition-store';
import { useHand } from '../bench/hand-store';
import { HistogramPicture } from '../chain/HistogramPicture';
import { countsOf } from '../chain/use-step-histogram';
import { Choice } from '../controls/Choice';
import { Section } from '../controls/Inspector';
import { BinsPicture } from './BinsPicture';
import { clippedShares } from './clipped-share';
import { SampleRows } from './SampleRows';
import { useReading } from './use-reading';

type Of = 'composition' | 'layer' | 'area';

const CHANNELS = [
  { value: 'all', words: 'All' },
  { value: 'red', words: 'R', means: 'Red' },
  { value: 'green', words: 'G', means: 'Green' },
  { value: 'blue', words: 'B', means: 'Blue' },
  { value: 'lightness', words: 'L', means: 'Lightness' },
] as const;

const CHARTS = [
  { value: 'histogram', words: 'histogram' },
  {
    value: 'waveform',
    words: 'waveform',
    means: 'waveform: tones from the left of the picture to its right',
  },
  {
    value: 'chroma',
    words: 'chroma',
    means: 'chroma: colours by hue and how vivid they are, grey in the middle',
  },
] as const satisfies readonly { value: CountName; words: string; means?: string }[];

const percent = (share: number) => `${(share * 100).toFixed(share < 0.01 ? 2 : 1)} %`;

function readFrom(of: Of, layer: Layer): ReadOf {
  return of === 'layer' ? { layer: layer.id } : of;
}

/** The tones of what shows, and how much of them is clipped. */
export function ReadingsSection({ layer }: { readonly layer: Layer }) {
  const hasArea = useComposition((state) => Boolean(state.composition.area));
  const clips = useHand((state) => state.clips);
  const [of, setOf] = useState<Of>('composition');
  const [channel, setChannel] = useState<(typeof CHANNELS)[number]['value']>('all');
  const [tall, setTall] = useState<'plain' | 'log'>('plain');
  const read = of === 'area' && !hasArea ? 'composition' : of;
  const [by, setBy] = useState<CountName>('histogram');
  const histogram = useReading(readFrom(read, layer), 'histogram');
  const { lights, darks } = histogram ? clippedShares(histogram.data) : { lights: 0, darks: 0 };
  const told = `The tones of the ${read}: ${percent(darks)} blocked, ${percent(lights)} burnt out`;
  return (
    <Section title="Readings">
      <Choice
        label="Readings of"
        value={read}
        options={[
          { value: 'composition', words: 'composition' },
          { value: 'layer', words: 'layer' },
          ...(hasArea ? [{ value: 'area' as const, words: 'area' }] : []),
        ]}
        onChoose={setOf}
      />
      {by === 'histogram' ? (
        <svg
          viewBox="0 0 1 1"
          preserveAspectRatio="none"
          className="mt-1 h-[76px] w-full rounded-md bg-base-300"
          role="img"
          data-testid="histogram"
          aria-label={told}
        >
          <HistogramPicture
            counts={histogram && countsOf(histogram.data, tall)}
            channel={channel}
          />
        </svg>
      ) : (
        <BinsPicture of={readFrom(read, layer)} by={by} channel={channel} told={told} />
      )}
      <div className="mt-1 flex flex-wrap items-center gap-1">
        <Choice label="Chart" value={by} options={CHARTS} onChoose={setBy} />
        {by !== 'chroma' && (
          <Choice label="Channel read" value={channel} options={CHANNELS} onChoose={setChannel} />
        )}
        {by === 'histogram' && (
          <Choice
            label="How tall"
            value={tall}
            options={[
              { value: 'plain', words: 'plain' },
              { value: 'log', words: 'log' },
            ]}
            onChoose={setTall}
          />
        )}
      </div>
      <label
        title="How much is blocked, and how much is burnt out"
        className="mt-1 flex h-[26px] items-center gap-2 text-[12.5px] text-quiet"
      >
        <input
          type="checkbox"
          className="checkbox checkbox-xs checkbox-primary"
          checked={clips}
          onChange={(event) => useHand.getState().take({ clips: event.target.checked })}
        />
        Mark what is clipped
        <span className="ml-auto text-[11.5px] tabular-nums" data-testid="clipped">
          {percent(darks)}, {percent(lights)}
        </span>
      </label>
      <SampleRows />
    </Section>
  );
}
