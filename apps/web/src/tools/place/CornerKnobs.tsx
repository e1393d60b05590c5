import {
  cornerDrawnTo,
  cornersShown,
  type Layer,
  layerMap,
  type Point,
  placementScaled,
  setPlacement,
  setWarp,
  warpOf,
} from '@diplex/document';
import type Konva from 'konva';
import { useComposition } from '../../bench/composition-store';
import { toComposition, useCamera } from '../../picture/camera-store';
import { TwoToneLine } from '../../picture/DraftShape';
import { Knob } from '../../picture/Knob';
import type { Placing } from './settings';

interface CornerKnobsProps {
  readonly layer: Layer;
  readonly corners: Placing['corners'];
}

/** A knob at each corner of a layer, where it lies: it scales the layer in its plane, or draws the corner out. */
export function CornerKnobs({ layer, corners }: CornerKnobsProps) {
  const { zoom, x, y } = useCamera();
  const shown = useComposition((state) => state.preview ?? state.composition);
  const { perform, tryOut, composition } = useComposition.getState();
  const onScreen = (p: Point): Point => ({ x: x + p.x * zoom, y: y + p.y * zoom });
  const { box } = warpOf(shown, layer);
  const border = layerMap(shown, layer)
    .borderOf(box)
    .flatMap((p) => Object.values(onScreen(p)));
  const drag =
    (corner: number, way: 'tryOut' | 'perform') =>
    ({ target }: Konva.KonvaEventObject<DragEvent>) => {
      const to = toComposition({ x: target.x(), y: target.y() });
      const id = { layer: layer.id };
      const before = composition.layers[layer.id] ?? layer;
      if (corners === 'draw out') {
        const warp = cornerDrawnTo(composition, before, corner, to);
        if (warp) (way === 'tryOut' ? tryOut : perform)(setWarp, { ...id, warp });
        return;
      }
      const placement = placementScaled(composition, before, corner, to);
      if (placement) (way === 'tryOut' ? tryOut : perform)(setPlacement, { ...id, placement });
    };
  return (
    <>
      <TwoToneLine points={border} closed />
      {cornersShown(shown, layer).map((corner, i) => (
        <Knob
          // biome-ignore lint/suspicious/noArrayIndexKey: a corner is its place in the round
          key={i}
          look="filled"
          at={onScreen(corner)}
          onTry={drag(i, 'tryOut')}
          onSet={drag(i, 'perform')}
        />
      ))}
    </>
  );
}
