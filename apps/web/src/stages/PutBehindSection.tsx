import { isGlass, type Layer } from '@diplex/document';
import { BACKDROPS, putBehind, putBehindIt } from '../actions/put-behind';
import { useComposition } from '../bench/composition-store';
import { useWindow } from '../bench/window-store';
import { Section } from '../controls/Inspector';
import { PlainButton } from '../controls/PlainButton';

const WORDS = {
  nothing: { words: 'Nothing', hint: 'What was put behind it is hidden' },
  colour: { words: 'Colour', hint: 'The complement of what it shows; changed as any fill is' },
  gradient: { words: 'Gradient', hint: 'From its complement to a darker one' },
  blurred: { words: 'Blurred', hint: 'Its own photograph, out of focus' },
  drained: { words: 'Drained', hint: 'Its own photograph without colour' },
} as const;

/** What stands behind a cut-out, at one press each; all stay as layers to choose from. */
export function PutBehindSection({ layer }: { readonly layer: Layer }) {
  const scene = useComposition((state) => state.preview ?? state.composition);
  if (isGlass(layer) || !layer.maskUse) return null;
  const behind = putBehind(scene, layer);
  const shown = behind
    .find((each) => each.shown)
    ?.name.split(': ')
    .at(-1);
  return (
    <Section title="Put behind it" aside={shown}>
      <div className="flex flex-wrap gap-1">
        {BACKDROPS.map((what) => (
          <PlainButton
            key={what}
            {...WORDS[what]}
            pressed={what === (shown ?? 'nothing')}
            onPress={() => putBehindIt(layer, what)}
          />
        ))}
        <PlainButton
          words="Source"
          hint="Another photograph, filling the canvas"
          onPress={() => useWindow.getState().open('behind-source')}
        />
      </div>
    </Section>
  );
}
