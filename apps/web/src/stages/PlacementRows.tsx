import {
  changedPlacement,
  contentBounds,
  groupOf,
  type Layer,
  lockedBy,
  lockPixels,
  lockPlace,
  type Placement,
  placeLockedBy,
  pointOf,
  RANGES,
  setPlacement,
} from '@diplex/document';
import {
  IconBrush,
  IconBrushOff,
  IconLock,
  IconLockOpen,
  IconPin,
  IconPinned,
} from '@tabler/icons-react';
import { useState } from 'react';
import { useComposition } from '../bench/composition-store';
import { Amount } from '../controls/Amount';
import { Choice } from '../controls/Choice';
import { IconButton } from '../controls/IconButton';
import { Section } from '../controls/Inspector';
import { usePlacing } from '../tools/place/settings';
import { ReferencePoint } from './ReferencePoint';

/** Place, scale and turn of a layer, by numbers. */
export function PlacementRows({ layer }: { readonly layer: Layer }) {
  const [together, setTogether] = useState(true);
  const { width, height } = useComposition((state) => state.composition.canvas);
  const { perform, tryOut } = useComposition.getState();
  const { placement } = layer;
  const scene = useComposition((state) => state.preview ?? state.composition);
  const locked = placeLockedBy(scene, layer) !== undefined;
  const inGroup = groupOf(scene, layer.id) !== undefined;
  const { reference, sizeIn, set } = usePlacing();
  const point = pointOf(scene, layer, reference);
  const { width: natural, height: high } = contentBounds(scene, layer);
  const args = (change: Partial<Placement>) => ({
    layer: layer.id,
    placement: changedPlacement(scene, layer, change, reference),
  });
  const setting = (change: (value: number) => Partial<Placement>) => ({
    disabled: locked,
    onTry: (value: number) => tryOut(setPlacement, args(change(value))),
    onSet: (value: number) => perform(setPlacement, args(change(value))),
  });
  const scaled = (axis: 'scaleX' | 'scaleY', of: number) => (value: number) => {
    const next = value / of;
    if (!together) return { [axis]: next };
    const by = next / placement[axis];
    return { scaleX: placement.scaleX * by, scaleY: placement.scaleY * by };
  };
  const sizes = [
    { label: 'Width', axis: 'scaleX', of: sizeIn === 'percent' ? 100 : natural },
    { label: 'Height', axis: 'scaleY', of: sizeIn === 'percent' ? 100 : high },
  ] as const;
  return (
    <Section title="Placement" aside={inGroup ? 'in its group' : undefined}>
      <Amount
        label="Across"
        value={point.x}
        min={-width}
        max={2 * width}
        step={0.1}
        unit="px"
        {...setting((x) => ({ x }))}
      />
      <Amount
        label="Down"
        value={point.y}
        min={-height}
        max={2 * height}
        step={0.1}
        unit="px"
        {...setting((y) => ({ y }))}
      />
      <div className="flex items-center gap-1">
        <div className="flex-1">
          {sizes.map(({ label, axis, of }) => (
            <Amount
              key={label}
              label={label}
              value={placement[axis] * of}
              min={0.001 * of}
              max={10 * of}
              step={0.1}
              unit={sizeIn === 'percent' ? '%' : 'px'}
              curve={3}
              {...setting(scaled(axis, of))}
            />
          ))}
        </div>
        <IconButton
          small
          icon={together ? IconLock : IconLockOpen}
          words={together ? 'Width and height scale together' : 'Width and height scale apart'}
          pressed={together}
          onPress={() => setTogether(!together)}
        />
      </div>
      <Amount
        label="Turn"
        value={placement.turn}
        min={-180}
        max={360}
        step={0.1}
        unit="°"
        {...setting((turn) => ({ turn }))}
      />
      <Amount
        label="Skew"
        value={placement.skew ?? 0}
        range={RANGES.skew}
        step={0.1}
        unit="°"
        {...setting((skew) => ({ skew }))}
      />
      <div className="mt-1 flex items-center gap-3 text-[11.5px] text-faint">
        <ReferencePoint />
        <Choice
          label="Size in"
          value={sizeIn}
          options={[
            { value: 'percent', words: '%', means: '%: size in percent' },
            { value: 'pixels', words: 'px', means: 'px: size in pixels' },
          ]}
          onChoose={(value) => set({ sizeIn: value })}
        />
        <IconButton
          small
          icon={layer.placeLocked ? IconPinned : IconPin}
          words={layer.placeLocked ? 'Unlock its place' : 'Lock its place; all else can be changed'}
          pressed={layer.placeLocked ?? false}
          disabled={lockedBy(scene, layer) !== undefined}
          onPress={() => perform(lockPlace, { layer: layer.id, locked: !layer.placeLocked })}
        />
        <IconButton
          small
          icon={layer.pixelsLocked ? IconBrushOff : IconBrush}
          words={
            layer.pixelsLocked
              ? 'Unlock its pixels'
              : 'Lock its pixels; its place, mask and steps can be changed'
          }
          pressed={layer.pixelsLocked ?? false}
          disabled={lockedBy(scene, layer) !== undefined}
          onPress={() => perform(lockPixels, { layer: layer.id, locked: !layer.pixelsLocked })}
        />
      </div>
    </Section>
  );
}
