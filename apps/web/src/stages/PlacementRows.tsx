import {
  changedPlacement,
  groupOf,
  type Layer,
  lockedBy,
  middleOf,
  type Placement,
  RANGES,
  setPlacement,
} from '@diplex/document';
import { IconLock, IconLockOpen } from '@tabler/icons-react';
import { useState } from 'react';
import { useComposition } from '../bench/composition-store';
import { Amount } from '../controls/Amount';
import { IconButton } from '../controls/IconButton';
import { Section } from '../controls/Inspector';

/** Place, scale and turn of a layer, by numbers. */
export function PlacementRows({ layer }: { readonly layer: Layer }) {
  const [together, setTogether] = useState(true);
  const { width, height } = useComposition((state) => state.composition.canvas);
  const { perform, tryOut } = useComposition.getState();
  const { placement } = layer;
  const scene = useComposition((state) => state.preview ?? state.composition);
  const locked = lockedBy(scene, layer) !== undefined;
  const inGroup = groupOf(scene, layer.id) !== undefined;
  const middle = middleOf(scene, layer);
  const args = (change: Partial<Placement>) => ({
    layer: layer.id,
    placement: changedPlacement(scene, layer, change),
  });
  const setting = (change: (value: number) => Partial<Placement>) => ({
    disabled: locked,
    onTry: (value: number) => tryOut(setPlacement, args(change(value))),
    onSet: (value: number) => perform(setPlacement, args(change(value))),
  });
  const scaled = (axis: 'scaleX' | 'scaleY') => (percent: number) => {
    const next = percent / 100;
    if (!together) return { [axis]: next };
    const by = next / placement[axis];
    return { scaleX: placement.scaleX * by, scaleY: placement.scaleY * by };
  };
  const percent = { min: 0.1, max: 1000, step: 0.1, unit: '%', curve: 3 };
  return (
    <Section title="Placement" aside={inGroup ? 'of the centre, in its group' : 'of the centre'}>
      <Amount
        label="Across"
        value={middle.x}
        min={-width}
        max={2 * width}
        step={0.1}
        unit="px"
        {...setting((x) => ({ x }))}
      />
      <Amount
        label="Down"
        value={middle.y}
        min={-height}
        max={2 * height}
        step={0.1}
        unit="px"
        {...setting((y) => ({ y }))}
      />
      <div className="flex items-center gap-1">
        <div className="flex-1">
          <Amount
            label="Width"
            value={placement.scaleX * 100}
            {...percent}
            {...setting(scaled('scaleX'))}
          />
          <Amount
            label="Height"
            value={placement.scaleY * 100}
            {...percent}
            {...setting(scaled('scaleY'))}
          />
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
      {placement.skew !== undefined && (
        <Amount
          label="Skew"
          value={placement.skew}
          range={RANGES.skew}
          step={0.1}
          unit="°"
          {...setting((skew) => ({ skew }))}
        />
      )}
    </Section>
  );
}
