import { cornerDrawnTo, cornersShown, type Layer, setWarp } from '@diplex/document';
import { useState } from 'react';
import { useComposition } from '../bench/composition-store';
import { Amount } from '../controls/Amount';
import { Choice } from '../controls/Choice';

const CORNERS = [
  { value: '0', words: '↖', means: 'Upper left corner' },
  { value: '1', words: '↗', means: 'Upper right corner' },
  { value: '2', words: '↘', means: 'Lower right corner' },
  { value: '3', words: '↙', means: 'Lower left corner' },
] as const;

const SIDES = [
  { label: 'Corner across', key: 'x', of: 'width' },
  { label: 'Corner down', key: 'y', of: 'height' },
] as const;

/** Where a corner of a layer lies on the canvas, by numbers. */
export function CornerAmounts({ layer }: { readonly layer: Layer }) {
  const [corner, setCorner] = useState<(typeof CORNERS)[number]['value']>('0');
  const scene = useComposition((state) => state.preview ?? state.composition);
  const { perform, tryOut } = useComposition.getState();
  const { canvas } = scene;
  const at = cornersShown(scene, layer)[Number(corner)];
  if (!at) return null;
  const drawn = (way: 'tryOut' | 'perform', to: { x: number; y: number }) => {
    const warp = cornerDrawnTo(scene, layer, Number(corner), to);
    if (warp) (way === 'tryOut' ? tryOut : perform)(setWarp, { layer: layer.id, warp });
  };
  return (
    <>
      <Choice label="Corner" value={corner} options={CORNERS} onChoose={setCorner} />
      {SIDES.map(({ label, key, of }) => (
        <Amount
          key={key}
          label={label}
          value={at[key]}
          min={-canvas[of]}
          max={2 * canvas[of]}
          step={0.1}
          unit="px"
          onTry={(value) => drawn('tryOut', { ...at, [key]: value })}
          onSet={(value) => drawn('perform', { ...at, [key]: value })}
        />
      ))}
    </>
  );
}
