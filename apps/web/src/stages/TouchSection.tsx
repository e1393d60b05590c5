import type { TouchWay } from '@diplex/core';
import { type Layer, placeLockedBy } from '@diplex/document';
import {
  type Icon,
  IconArrowBarToDown,
  IconArrowBarToLeft,
  IconArrowBarToRight,
  IconArrowBarToUp,
} from '@tabler/icons-react';
import { useState } from 'react';
import { useComposition } from '../bench/composition-store';
import { IconButton } from '../controls/IconButton';
import { Section } from '../controls/Inspector';
import { Pick } from '../controls/Pick';
import { moveUntilTouching, touchable } from '../tools/place/touch';

const WAYS: readonly { readonly way: TouchWay; readonly icon: Icon; readonly words: string }[] = [
  { way: 'down', icon: IconArrowBarToDown, words: 'Down until it touches' },
  { way: 'up', icon: IconArrowBarToUp, words: 'Up until it touches' },
  { way: 'left', icon: IconArrowBarToLeft, words: 'Left until it touches' },
  { way: 'right', icon: IconArrowBarToRight, words: 'Right until it touches' },
];

/** Brings a layer up to the edge of what it should touch, by what their masks show. */
export function TouchSection({ layer }: { readonly layer: Layer }) {
  const scene = useComposition((state) => state.composition);
  const [chosen, choose] = useState('');
  if (placeLockedBy(scene, layer)) return null;
  const others = touchable(layer);
  const other = others.find(({ id }) => id === chosen)?.id ?? '';
  return (
    <Section title="Up to an edge" aside="as masks show it">
      <Pick
        label="Whose edge"
        value={other}
        options={[
          { value: '', words: 'the canvas' },
          ...others.map(({ id, name }) => ({ value: id, words: name })),
        ]}
        onChoose={choose}
      />
      <div className="mt-1 flex gap-1">
        {WAYS.map(({ way, icon, words }) => (
          <IconButton
            key={way}
            icon={icon}
            words={words}
            onPress={() => moveUntilTouching(layer, other || null, way)}
          />
        ))}
      </div>
    </Section>
  );
}
