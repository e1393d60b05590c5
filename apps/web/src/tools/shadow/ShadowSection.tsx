import {
  isGlass,
  isShadow,
  layerById,
  layIntoPlane,
  RANGES,
  type ShadowLayer,
  setShadow,
  shadowsOf,
} from '@diplex/document';
import { IconFlipVertical, IconPlus, IconShadow } from '@tabler/icons-react';
import { useComposition } from '../../bench/composition-store';
import { useLayerInHand } from '../../bench/use-layer-in-hand';
import { Amount } from '../../controls/Amount';
import { Choice } from '../../controls/Choice';
import { ColourField } from '../../controls/ColourField';
import { Section } from '../../controls/Inspector';
import { Pick } from '../../controls/Pick';
import { PlainButton } from '../../controls/PlainButton';
import { ShareAmount } from '../../controls/ShareAmount';
import { useShadow } from './settings';
import { layReflection, shadowInHand, throwAnother, throwShadow } from './throw-shadow';

type Change = Parameters<typeof setShadow.change>[1]['change'];

interface FallProps {
  readonly shadow: ShadowLayer;
}

/** The colour of what is left of the light, or through which a mirror image is seen. */
function FallColour({ shadow, words }: FallProps & { readonly words: string }) {
  const { perform, tryOut } = useComposition.getState();
  const { colour } = shadow.content;
  const on = (change: Partial<typeof colour>) => ({
    ...{ layer: shadow.id, change: { colour: { ...colour, ...change } } },
  });
  return (
    <ColourField
      label={words}
      value={colour}
      onTry={(value) => tryOut(setShadow, on(value))}
      onSet={(value) => perform(setShadow, on(value))}
    />
  );
}

/** How much of a shadow or a mirror image there is. */
function Strength({ shadow }: FallProps) {
  const { perform, tryOut } = useComposition.getState();
  const { colour } = shadow.content;
  const on = (alpha: number) => ({ layer: shadow.id, change: { colour: { ...colour, alpha } } });
  return (
    <ShareAmount
      label="Strength"
      value={colour.alpha}
      onTry={(alpha) => tryOut(setShadow, on(alpha))}
      onSet={(alpha) => perform(setShadow, on(alpha))}
    />
  );
}

/** The plane of the scene along which a shadow falls, where Arrange has laid any. */
function OnPlane({ shadow }: FallProps) {
  const planes = useComposition((state) => (state.preview ?? state.composition).planes);
  const { perform } = useComposition.getState();
  const known = Object.values(planes ?? {});
  if (known.length === 0) return null;
  return (
    <Pick
      label="Along"
      value={shadow.plane ?? ''}
      options={[
        { value: '', words: 'no plane' },
        ...known.map(({ id, name }) => ({ value: id, words: name })),
      ]}
      onChoose={(plane) => perform(layIntoPlane, { layer: shadow.id, plane: plane || null })}
    />
  );
}

/** Everything that can be said of a shadow. */
function ShadowRows({ shadow }: { readonly shadow: ShadowLayer }) {
  const { content, id, locked } = shadow;
  const { perform, tryOut } = useComposition.getState();
  const on = (change: Change) => ({ layer: id, change });
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
            { value: 'ground', words: 'ground', means: 'The ground that it stands on' },
            { value: 'wall', words: 'wall', means: 'A wall behind it' },
            { value: 'fold', words: 'both', means: 'On both: the ground, and then up a wall' },
          ]}
          onChoose={(falls) => perform(setShadow, on({ falls }))}
        />
        <FallColour shadow={shadow} words="Colour of the shadow" />
      </div>
      <Strength shadow={shadow} />
      {degrees('Light from', 'azimuth')}
      {content.falls !== 'wall' && (
        <>
          {degrees('From the front', 'elevation')}
          {share('Seen from above', 'tilt')}
          {share('Contact', 'contact')}
        </>
      )}
      {content.falls !== 'ground' && (
        <ShareAmount
          label="Wall behind it"
          value={content.away}
          most={1.5}
          onTry={(away) => tryOut(setShadow, on({ away }))}
          onSet={(away) => perform(setShadow, on({ away }))}
        />
      )}
      {share('Softness', 'softness')}
      <OnPlane shadow={shadow} />
    </fieldset>
  );
}

/** Everything that can be said of a mirror image; its softness and its waves are steps of its chain. */
function MirrorRows({ mirror }: { readonly mirror: ShadowLayer }) {
  const { content, id, locked } = mirror;
  const { perform, tryOut } = useComposition.getState();
  const on = (change: Change) => ({ layer: id, change });
  const { fade = 0 } = content;
  return (
    <fieldset disabled={locked} className="grid gap-0.5" aria-label={mirror.name}>
      <div className="mb-1 flex items-center gap-2 text-[12.5px] text-quiet">
        Seen through
        <FallColour shadow={mirror} words="Colour of what mirrors it" />
      </div>
      <Strength shadow={mirror} />
      <ShareAmount
        label="Fades"
        value={fade}
        onTry={(value) => tryOut(setShadow, on({ fade: value }))}
        onSet={(value) => perform(setShadow, on({ fade: value }))}
      />
      <p className="text-[12px] text-faint">
        Drag its knob to where both meet. Softness and waves are steps of its chain: Depth, Ripple.
      </p>
    </fieldset>
  );
}

/** The shadow of the layer in hand. */
export function ShadowSection() {
  const layer = useLayerInHand();
  const scene = useComposition((state) => state.preview ?? state.composition);
  const { set } = useShadow();
  if (!layer || isGlass(layer)) return null;
  const own = layerById(scene, layer.id);
  const shadow = shadowInHand(scene, own);
  const thrown = isShadow(layer) ? [] : shadowsOf(scene, layer.id).filter(isShadow);
  const dark = thrown.find(({ content }) => content.falls !== 'mirror');
  return (
    <Section title="Shadow" aside={shadow && thrown.length === 1 ? shadow.name : undefined}>
      {thrown.length > 1 && shadow && (
        <select
          aria-label="Which of them"
          className="select select-xs mb-1 w-full bg-base-300"
          value={shadow.id}
          onChange={(event) => set({ chosen: event.target.value })}
        >
          {thrown.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
      )}
      {shadow?.content.falls === 'mirror' && <MirrorRows mirror={shadow} />}
      {shadow && shadow.content.falls !== 'mirror' && <ShadowRows shadow={shadow} />}
      {!isShadow(layer) && (
        <div className="mt-1.5 flex flex-wrap gap-1.5">
          {dark ? (
            <PlainButton
              icon={IconPlus}
              words="One more light"
              hint="Lays a second shadow, as a lamp to the side of the first would throw it"
              onPress={() => throwAnother(layer, dark)}
            />
          ) : (
            <PlainButton
              icon={IconShadow}
              words="Throw its shadow"
              hint="Lays a layer right behind it that follows it: its shadow in the light of the scene"
              onPress={() => throwShadow(layer)}
            />
          )}
          {!thrown.some(({ content }) => content.falls === 'mirror') && (
            <PlainButton
              icon={IconFlipVertical}
              words="Lay its reflection"
              hint="Lays a layer right behind it that follows it: what glossy ground or water shows of it"
              onPress={() => layReflection(layer)}
            />
          )}
        </div>
      )}
    </Section>
  );
}
