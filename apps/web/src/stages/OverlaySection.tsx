import { isPhoto, type Layer } from '@diplex/document';
import { IconPhotoPlus } from '@tabler/icons-react';
import { useShallow } from 'zustand/react/shallow';
import { PLACE_ACTIONS } from '../actions/place-actions';
import { useHand } from '../bench/hand-store';
import { useWindow } from '../bench/window-store';
import { Section } from '../controls/Inspector';
import { PlainButton } from '../controls/PlainButton';

/** How a picture that lies over others is turned. */
const TURNS = ['mirror-across', 'mirror-down', 'quarter-turn', 'place-fill'];

/** A photograph as a surface over the picture; what it does by tones and by blending stands in the sections below. */
export function OverlaySection({ layer }: { readonly layer: Layer }) {
  const textures = useHand(useShallow((state) => state.tools.finish === 'textures'));
  if (!textures) return null;
  return (
    <Section title="A photograph as a surface">
      <div className="flex flex-wrap gap-1">
        <PlainButton
          icon={IconPhotoPlus}
          words="Lay a picture over it"
          hint="A source from the shelf, over the whole canvas, by soft light"
          onPress={() => useWindow.getState().open('overlay-source')}
        />
        {isPhoto(layer) &&
          PLACE_ACTIONS.filter(({ id }) => TURNS.includes(id)).map(({ id, words, icon, run }) => (
            <PlainButton key={id} {...(icon && { icon })} words={words} onPress={run} />
          ))}
      </div>
    </Section>
  );
}
