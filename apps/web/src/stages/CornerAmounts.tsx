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

/** Where a corner of a layer lies on the canvas, by numbers. */
export function CornerAmounts({ layer }: { readonly layer: Layer }) {
  const [corner, setCorner] = useState<(typeof CORNERS)[number]['value']>('0');
  const scene = useComposition((state) => state.preview ?? state.composition);
  const { perform, tryOut } = useComposition.getState();
  const { width, height } = scene.canvas;
  const at = cornersShown(scene, layer)[Number(corner)];
  if (!at) return null;
  const drawn = (way: 'tryOut' | 'perform', to: { x: number; y: number }) => {
    const warp = cornerDrawnTo(scene, layer, Number(corner), to);
    if (warp) (way === 'tryOut' ? tryOut : perform)(setWarp, { layer: layer.id, warp });
  };
  return (
    <>
      <Choice label="Corner" value={corner} options={CORNERS} onChoose={setCorner} />
      <Amount
        label="Corner across"
        value={at.x}
        min={-width}
        max={2 * width}
        step={0.1}
        unit="px"
        onTry={(x) => drawn('tryOut', { ...at, x })}
        onSet={(x) => drawn('perform', { ...at, x })}
      />
      <Amount
        label="Corner down"
        value={at.y}
        min={-height}
        max={2 * height}
        step={0.1}
        unit="px"
        onTry={(y) => drawn('tryOut', { ...at, y })}
        onSet={(y) => drawn('perform', { ...at, y })}
      />
    </>
  );
}
