import {
  isGlass,
  isShadow,
  layerById,
  RANGES,
  type ShadowLayer,
  setShadow,
} from '@diplex/document';
import { IconShadow } from '@tabler/icons-react';
import { useComposition } from '../../bench/composition-store';
import { useLayerInHand } from '../../bench/use-layer-in-hand';
import { Amount } from '../../controls/Amount';
import { Choice } from '../../controls/Choice';
import { ColourField } from '../../controls/ColourField';
import { Section } from '../../controls/Inspector';
import { PlainButton } from '../../controls/PlainButton';
import { ShareAmount } from '../../controls/ShareAmount';
import { shadowInHand, throwShadow } from './throw-shadow';

type Change = Parameters<typeof setShadow.change>[1]['change'];

/** Everything that can be said of a shadow. */
function ShadowRows({ shadow }: { readonly shadow: ShadowLayer }) {
  const { content, id, locked } = shadow;
  const { perform, tryOut } = useComposition.getState();
  const on = (change: Change) => ({ layer: id, change });
  const { colour } = content;
  const share = (label: string, key: 'softness' | 'contact' | 'tilt') => (
    <ShareAmount
      label={label}
      value={content[key]}
      disabled={locked}
      onTry={(value) => tryOut(setShadow, on({ [key]: value }))}
      onSet={(value) => perform(setShadow, on({ [key]: value }))}
    />
  );
  const degrees = (label: string, key: 'azimuth' | 'elevation') => (
    <Amount
      label={label}
      value={content[key]}
      range={RANGES[key]}
      step={1}
      unit="°"
      onTry={(value) => tryOut(setShadow, on({ [key]: value }))}
      onSet={(value) => perform(setShadow, on({ [key]: value }))}
    />
  );
  return (
    <fieldset disabled={locked} className="grid gap-0.5" aria-label={shadow.name}>
      <div className="mb-1 flex items-center gap-2">
        <Choice
          label="It falls on"
          value={content.falls}
          options={[
            { value: 'ground', words: 'the ground', means: 'the ground that it stands on' },
            { value: 'wall', words: 'a wall', means: 'a wall behind it' },
          ]}
          onChoose={(falls) => perform(setShadow, on({ falls }))}
        />
        <ColourField
          label="Colour of the shadow"
          value={colour}
          onTry={(value) => tryOut(setShadow, on({ colour: { ...colour, ...value } }))}
          onSet={(value) => perform(setShadow, on({ colour: { ...colour, ...value } }))}
        />
      </div>
      <ShareAmount
        label="Strength"
        value={colour.alpha}
        onTry={(alpha) => tryOut(setShadow, on({ colour: { ...colour, alpha } }))}
        onSet={(alpha) => perform(setShadow, on({ colour: { ...colour, alpha } }))}
      />
      {degrees('Light from', 'azimuth')}
      {content.falls === 'ground' ? (
        <>
          {degrees('From the front', 'elevation')}
          {share('Seen from above', 'tilt')}
          {share('Contact', 'contact')}
        </>
      ) : (
        <ShareAmount
          label="Wall behind it"
          value={content.away}
          most={1.5}
          onTry={(away) => tryOut(setShadow, on({ away }))}
          onSet={(away) => perform(setShadow, on({ away }))}
        />
      )}
      {share('Softness', 'softness')}
    </fieldset>
  );
}

/** The shadow of the layer in hand. */
export function ShadowSection() {
  const layer = useLayerInHand();
  const scene = useComposition((state) => state.preview ?? state.composition);
  if (!layer || isGlass(layer)) return null;
  const shadow = shadowInHand(scene, layerById(scene, layer.id));
  return (
    <Section title="Shadow" aside={shadow && !isShadow(layer) ? shadow.name : undefined}>
      {shadow ? (
        <ShadowRows shadow={shadow} />
      ) : (
        <PlainButton
          icon={IconShadow}
          words="Throw its shadow"
          hint="Lays a layer right behind it that follows it: its shadow in the light of the scene"
          onPress={() => throwShadow(layer)}
        />
      )}
    </Section>
  );
}
