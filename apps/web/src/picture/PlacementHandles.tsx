import {
  type Layer,
  layerById,
  layerMatrix,
  type Placement,
  setPlacement,
  transform,
} from '@diplex/document';
import type Konva from 'konva';
import { useEffect, useRef } from 'react';
import { Rect, Transformer } from 'react-konva';
import { useComposition } from '../bench/composition-store';
import { useHand } from '../bench/hand-store';
import { useCamera } from './camera-store';
import { HANDLE_LOOK } from './handle-look';

/** How far the turning knob stands off the frame, in window pixels; inwards when there is no room. */
const KNOB = 26;

/** The placement that a rectangle dragged by its handles stands for. */
function placementOf(node: Konva.Rect, layer: Layer): Placement {
  const { zoom, x, y } = useCamera.getState();
  const centre = node.getTransform().point({ x: layer.size.width / 2, y: layer.size.height / 2 });
  const scaleX = node.scaleX() / zoom;
  const scaleY = node.scaleY() / zoom;
  return {
    x: (centre.x - x) / zoom,
    y: (centre.y - y) / zoom,
    scaleX: Math.max(0.0005, Math.abs(scaleX)),
    scaleY: Math.max(0.0005, Math.abs(scaleY)),
    turn: node.rotation(),
    // The rectangle itself is never mirrored; the picture in it may be.
    mirrorAcross: layer.placement.mirrorAcross,
    mirrorDown: layer.placement.mirrorDown,
  };
}

/** Handles round the layer in hand: corners and sides scale, the knob above turns. */
export function PlacementHandles() {
  const { zoom, x, y } = useCamera();
  const layer = useComposition((state) =>
    layerById(state.preview ?? state.composition, useHand.getState().layer ?? ''),
  );
  const inHand = useHand((state) => state.layer);
  const frame = useRef<Konva.Rect>(null);
  const handles = useRef<Konva.Transformer>(null);
  const movable = layer && !layer.locked;

  // biome-ignore lint/correctness/useExhaustiveDependencies: the handles follow whatever moves the frame
  useEffect(() => {
    if (frame.current) handles.current?.nodes([frame.current]);
    handles.current?.forceUpdate();
  }, [inHand, movable, layer, zoom, x, y]);

  if (!layer || !movable || layer.id !== inHand) return null;
  const { placement, size } = layer;
  const unmirrored = { ...placement, mirrorAcross: false, mirrorDown: false };
  const [, , , , e, f] = layerMatrix({ ...layer, placement: unmirrored });
  const topMiddle = transform(layerMatrix({ ...layer, placement: unmirrored }), {
    x: size.width / 2,
    y: 0,
  });
  const roomAbove = y + topMiddle.y * zoom > KNOB + 8;
  const args = (node: Konva.Rect) => ({ layer: layer.id, placement: placementOf(node, layer) });
  const { tryOut, perform } = useComposition.getState();
  return (
    <>
      <Rect
        ref={frame}
        x={x + e * zoom}
        y={y + f * zoom}
        width={size.width}
        height={size.height}
        scaleX={placement.scaleX * zoom}
        scaleY={placement.scaleY * zoom}
        rotation={placement.turn}
        listening={false}
        onTransform={() => frame.current && tryOut(setPlacement, args(frame.current))}
        onTransformEnd={() => frame.current && perform(setPlacement, args(frame.current))}
      />
      <Transformer
        ref={handles}
        {...HANDLE_LOOK}
        rotateAnchorOffset={roomAbove ? KNOB : -KNOB}
        anchorSize={10}
        borderStrokeWidth={1.5}
        shouldOverdrawWholeArea={false}
      />
    </>
  );
}
