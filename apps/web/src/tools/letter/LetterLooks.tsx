import type { Colour } from '@diplex/core';
import {
  type Composition,
  isLettering,
  type LetteringLayer,
  layerById,
  perform as performed,
  setFill,
} from '@diplex/document';
import { IconPhotoEdit } from '@tabler/icons-react';
import { useCallback } from 'react';
import { useComposition } from '../../bench/composition-store';
import { useWindow } from '../../bench/window-store';
import { hexOf } from '../../controls/colour/oklch';
import { Section } from '../../controls/Inspector';
import { PlainButton } from '../../controls/PlainButton';
import { SampleCard } from '../family/SampleCard';
import { LETTER_LOOKS, type LetterLook } from './letter-looks';
import { usePalette } from './use-palette';

const WHITE: Colour = { r: 255, g: 255, b: 255 };

function LookCard({
  layer,
  look,
  colour,
}: {
  readonly layer: LetteringLayer;
  readonly look: LetterLook;
  readonly colour: Colour;
}) {
  const sample = useCallback(
    (composition: Composition) => {
      let made = composition;
      const now = layerById(composition, layer.id);
      if (!now || !isLettering(now) || now.locked) return composition;
      look.make(now, colour, (operation, args) => {
        made = performed(made, operation, args).composition;
      });
      return made;
    },
    [layer.id, look, colour],
  );
  return (
    <SampleCard
      words={look.words}
      finds={look.finds}
      sample={sample}
      onChoose={() =>
        useComposition
          .getState()
          .performAll(`${look.words}: ${layer.name}`, (doing) => look.make(layer, colour, doing))
      }
    />
  );
}

/** Looks for the text in hand, in colours of the picture in which it can be read. */
export function LetterLooks({ layer }: { readonly layer: LetteringLayer }) {
  const palette = usePalette(layer);
  const { perform } = useComposition.getState();
  const colour = palette[0] ?? WHITE;
  return (
    <Section title="Looks of letters" aside={layer.name}>
      {palette.length > 0 && (
        <fieldset
          disabled={layer.locked}
          aria-label="Colours of the picture in which it can be read"
          className="mb-1.5 flex flex-wrap gap-1"
        >
          {palette.map((each) => (
            <button
              key={hexOf(each)}
              type="button"
              aria-label={`Fill with ${hexOf(each)}`}
              title={`Fill with ${hexOf(each)}: a colour of the picture that can be read here`}
              className="size-7 cursor-pointer rounded-md shadow-[inset_0_0_0_1px_var(--color-base-content)]"
              style={{ background: hexOf(each) }}
              onClick={() => {
                const fill = { by: 'colour' as const, colour: { ...each, alpha: 1 } };
                perform(setFill, { layer: layer.id, fill });
              }}
            />
          ))}
        </fieldset>
      )}
      <div className="grid grid-cols-2 gap-1.5">
        {LETTER_LOOKS.map((look) => (
          <LookCard key={look.words} {...{ layer, look, colour }} />
        ))}
      </div>
      <div className="mt-1.5">
        <PlainButton
          icon={IconPhotoEdit}
          words="Fill by a picture"
          hint="A source from the shelf shows in the letters, and goes on doing so when they change"
          onPress={() => useWindow.getState().open('letters-source')}
        />
      </div>
    </Section>
  );
}
