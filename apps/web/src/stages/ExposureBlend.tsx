import type { Layer } from '@diplex/document';
import { IconBrush, IconGradienter } from '@tabler/icons-react';
import { useState } from 'react';
import { useComposition } from '../bench/composition-store';
import { Choice } from '../controls/Choice';
import { Section } from '../controls/Inspector';
import { Pick } from '../controls/Pick';
import { PlainButton } from '../controls/PlainButton';
import { framesOf } from '../exposures/fuse-exposures';
import { TONES } from '../tools/tones/tones-tool';
import {
  BREADTHS,
  blendByRamp,
  blendByTones,
  endTrial,
  holdTones,
  tryTones,
} from './blend-exposure';

/** Blends one exposure over those behind it: by some of its tones, at one press or painted, or by a ramp. */
export function ExposureBlend({ layer }: { readonly layer: Layer }) {
  // Which frames there are changes with the composition.
  useComposition((state) => state.composition);
  const frames = framesOf(layer);
  const [chosen, setChosen] = useState('');
  const [tones, setTones] = useState<(typeof TONES)[number]>('lights');
  const [held, setHeld] = useState<'whole' | 'paint'>('whole');
  // The farthest lies behind all others, so there is nothing to blend it over.
  const above = frames.slice(1);
  const frame = above.find(({ id }) => id === chosen) ?? above.at(-1);
  if (!frame) return null;
  return (
    <Section title="Blend one in">
      <div className="grid gap-1.5">
        <Pick
          label="Exposure to blend in"
          value={frame.id}
          options={above.map(({ id, name }) => ({ value: id, words: name }))}
          onChoose={setChosen}
        />
        <div className="flex flex-wrap items-center gap-1">
          <Choice
            label="Tones of it"
            value={tones}
            options={TONES.map((value) => ({ value, words: value }))}
            onChoose={setTones}
          />
          <Choice
            label="How its tones are used"
            value={held}
            options={[
              { value: 'whole', words: 'whole', hint: 'Its mask is these tones' },
              {
                value: 'paint',
                words: 'paint',
                hint: 'These tones are the area, to paint through',
              },
            ]}
            onChoose={setHeld}
          />
        </div>
        <fieldset className="flex items-center gap-1" onPointerLeave={endTrial}>
          <legend className="sr-only">How many of its tones</legend>
          <span className="mr-1 text-[11.5px] text-faint">few</span>
          {BREADTHS.map(({ words, means, breadth }) => (
            <button
              key={words}
              type="button"
              aria-label={`${words}: the ${means} ${tones}`}
              onPointerEnter={() => tryTones({ frame, tones, breadth })}
              onFocus={() => tryTones({ frame, tones, breadth })}
              onBlur={endTrial}
              onClick={() => {
                endTrial();
                if (held === 'whole') blendByTones({ frame, tones, breadth });
                else holdTones({ frame, tones, breadth });
              }}
              className="flex h-7 w-8 cursor-pointer items-center justify-center gap-0.5 rounded-lg bg-secondary text-[12px] text-secondary-content hover:brightness-110"
            >
              {held === 'paint' ? <IconBrush size={13} aria-hidden /> : null}
              {words}
            </button>
          ))}
          <span className="ml-1 text-[11.5px] text-faint">many</span>
        </fieldset>
        <PlainButton
          icon={IconGradienter}
          words="Ramp across it"
          hint="Lays a ramp over the exposure, to be moved along a horizon or a railing, turned and softened"
          onPress={() => blendByRamp(frame)}
        />
      </div>
    </Section>
  );
}
