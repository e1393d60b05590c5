import type { LightDirection } from '@diplex/core';
import { canAgree } from '@diplex/core';
import { type Layer, setPlacement } from '@diplex/document';
import { IconFlipHorizontal, IconSunHigh } from '@tabler/icons-react';
import { useComposition } from '../../bench/composition-store';
import { useLayerInHand } from '../../bench/use-layer-in-hand';
import { Section } from '../../controls/Inspector';
import { PlainButton } from '../../controls/PlainButton';
import { PLAIN_SIDES } from '../agree/agree-side';
import { useAgreement } from '../agree/use-agreement';
import { relightAsScene, relightOf } from './relight';

/** From how much on a direction is sure, and fairly sure. */
const [SURE, FAIRLY] = [0.55, 0.3];

/** Mirrored, light has to come from so near, and otherwise from so much farther, in degrees. */
const MIRRORED = 50;

/** Less than this comes from everywhere. */
const SIDED = 0.25;

function said(direction: LightDirection | null): string {
  if (!direction) return 'cannot be told';
  if (direction.directed < SIDED) return 'from all round, rather from above';
  const sure =
    direction.sure >= SURE ? 'sure' : direction.sure >= FAIRLY ? 'fairly sure' : 'hardly sure';
  return `from ${Math.round(direction.azimuth)}°, ${sure}`;
}

/** How far two directions are apart, in degrees. */
function apart(a: number, b: number): number {
  return Math.abs(((a - b + 540) % 360) - 180);
}

/** Whether the thing would be lit as the scene is if it were mirrored, and is lit from the other side as it is. */
function litWhenMirrored(own: LightDirection, scene: LightDirection): boolean {
  if (own.directed < SIDED || scene.directed < SIDED) return false;
  const mirrored = apart(360 - own.azimuth, scene.azimuth);
  return mirrored < MIRRORED && apart(own.azimuth, scene.azimuth) - mirrored > MIRRORED;
}

function Directions({ layer }: { readonly layer: Layer }) {
  const agreement = useAgreement(layer.id, PLAIN_SIDES);
  const [own, scene] = [agreement?.subject.direction, agreement?.scene.direction];
  if (!agreement || agreement.depth === 'tones' || own === undefined || scene === undefined) {
    return <p className="text-[12px] text-faint">Looking for the light …</p>;
  }
  const mirrors = own && scene && litWhenMirrored(own, scene);
  return (
    <>
      <dl
        className="grid grid-cols-[auto_1fr] gap-x-2 gap-y-1 text-[12.5px]"
        data-testid="light-directions"
      >
        <dt className="text-primary">● {layer.name}</dt>
        <dd className="text-right">{said(own)}</dd>
        <dt className="text-accent">□ scene</dt>
        <dd className="text-right" data-azimuth={scene?.azimuth.toFixed(0)}>
          {said(scene)}
        </dd>
        {own && scene && own.directed >= SIDED && scene.directed >= SIDED && (
          <>
            <dt className="text-quiet">Apart</dt>
            <dd className="text-right">{Math.round(apart(own.azimuth, scene.azimuth))}°</dd>
          </>
        )}
      </dl>
      {mirrors && (
        <div className="mt-1.5 grid">
          <PlainButton
            icon={IconFlipHorizontal}
            words="Mirror it"
            hint="Its own light then comes from the scene’s side; lettering and partings would be the wrong way round"
            disabled={layer.locked}
            onPress={() => mirror(layer)}
          />
        </div>
      )}
    </>
  );
}

function mirror({ id, placement }: Layer): void {
  const mirrored = { ...placement, mirrorAcross: !placement.mirrorAcross };
  useComposition.getState().perform(setPlacement, { layer: id, placement: mirrored });
}

/** From where light comes on the thing and in the scene, and the step that turns it. */
export function LightSection() {
  const layer = useLayerInHand();
  if (!layer || !canAgree(layer)) return null;
  const step = relightOf(layer);
  return (
    <Section title="Light">
      <Directions layer={layer} />
      <div className="mt-2 grid gap-1.5">
        <PlainButton
          icon={IconSunHigh}
          words={step ? 'Turn it as in the scene again' : 'Turn it as in the scene'}
          hint="Adds a step Relight to its chain: shade by the shape that its outline tells of"
          disabled={layer.locked}
          onPress={() => relightAsScene(layer)}
        />
      </div>
    </Section>
  );
}
