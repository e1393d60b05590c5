import {
  type Composition,
  holdsInPlane,
  isShadow,
  type Layer,
  layIntoPlane,
  linesGoing,
  type PlaneSide,
  removePlane,
  setPlane,
  vanishingPoint,
} from '@diplex/document';
import { IconTrash } from '@tabler/icons-react';
import { useComposition } from '../../bench/composition-store';
import { useLayerInHand } from '../../bench/use-layer-in-hand';
import { Amount } from '../../controls/Amount';
import { EditableText } from '../../controls/EditableText';
import { IconButton } from '../../controls/IconButton';
import { Section } from '../../controls/Inspector';
import { Pick } from '../../controls/Pick';
import { PlainButton } from '../../controls/PlainButton';
import { PLANE_ALONG, type PlaneAlong, usePlaneInHand } from './settings';
import { usePlanes } from './use-plane';

function lieIn(layer: Layer | undefined, plane: string): boolean {
  return layer?.plane === plane;
}

/** The ways along which a plane can be drawn now: those whose lines meet. */
function knownAlong(scene: Composition): readonly PlaneAlong[] {
  const known = (side: PlaneSide) =>
    side === 'upright' || vanishingPoint(linesGoing(scene, side), scene.canvas) !== null;
  return (Object.keys(PLANE_ALONG) as PlaneAlong[]).filter(
    (along) => PLANE_ALONG[along]?.every(known) ?? true,
  );
}

/** The planes of the scene: chosen, named, measured, filled with the layer in hand. */
export function PlaneSection() {
  const { planes, inHand } = usePlanes();
  const layer = useLayerInHand();
  const { perform, tryOut } = useComposition.getState();
  const { along, set } = usePlaneInHand();
  const scene = useComposition((state) => state.composition);
  const ratio = inHand ? inHand.size.width / inHand.size.height : 1;
  const proportioned = (wide: number) => {
    if (!inHand) return null;
    const size = { width: inHand.size.height * wide, height: inHand.size.height };
    return { plane: { ...inHand, size } };
  };
  return (
    <Section title="Planes" aside={planes.length === 0 ? 'drag one out on the picture' : undefined}>
      {knownAlong(scene).length > 1 && (
        <Pick
          label="A new one goes along lines"
          value={knownAlong(scene).includes(along) ? along : 'free'}
          options={knownAlong(scene).map((value) => ({ value, words: value }))}
          onChoose={(value) => set({ along: value })}
        />
      )}
      {planes.map((plane) => (
        <div key={plane.id} className="flex h-8 items-center gap-1.5" data-testid="plane">
          <input
            type="radio"
            name="plane"
            className="radio radio-xs radio-primary"
            aria-label={`Show ${plane.name}`}
            checked={plane.id === inHand?.id}
            onChange={() => set({ plane: plane.id })}
          />
          <EditableText
            label="Name of the plane"
            value={plane.name}
            className="flex-1 text-[12.5px]"
            onSet={(name) => perform(setPlane, { plane: { ...plane, name } })}
          />
          <IconButton
            small
            icon={IconTrash}
            words={`Delete ${plane.name}`}
            onPress={() => perform(removePlane, { plane: plane.id })}
          />
        </div>
      ))}
      {inHand && (
        <Amount
          label="Wide for 1 high"
          value={ratio}
          min={0.1}
          max={10}
          step={0.01}
          curve={2}
          onTry={(wide) => {
            const args = proportioned(wide);
            if (args) tryOut(setPlane, args);
          }}
          onSet={(wide) => {
            const args = proportioned(wide);
            if (args) perform(setPlane, args);
          }}
        />
      )}
      {inHand && layer && holdsInPlane(layer) && (
        <PlainButton
          words={
            lieIn(layer, inHand.id)
              ? `Take ${layer.name} out of it`
              : `${isShadow(layer) ? 'Throw' : 'Lay'} ${layer.name} ${isShadow(layer) ? 'on' : 'into'} ${inHand.name}`
          }
          hint="What lies in a plane slides and scales in its perspective; a shadow falls along it"
          onPress={() =>
            perform(layIntoPlane, {
              layer: layer.id,
              plane: lieIn(layer, inHand.id) ? null : inHand.id,
            })
          }
        />
      )}
    </Section>
  );
}
