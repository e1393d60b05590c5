import {
  aroundMatrix,
  type Composition,
  contentBounds,
  invert,
  isGlass,
  isShadow,
  isWarped,
  type Layer,
  layerById,
  layerMatrix,
  type Matrix,
  multiply,
  type Placement,
  placedSize,
  placeLockedBy,
  placementOf,
  type Size,
  setPlacement,
  transform,
  translation,
} from '@diplex/document';
import Konva from 'konva';
import { useEffect, useRef } from 'react';
import { Rect, Transformer } from 'react-konva';
import { useComposition } from '../../bench/composition-store';
import { useHand } from '../../bench/hand-store';
import { useCamera } from '../../picture/camera-store';
import { HANDLE_LOOK } from '../../picture/handle-look';
import { CornerKnobs } from './CornerKnobs';
import { usePlacing } from './settings';

/** How far the turning knob stands off the frame, in window pixels; inwards when there is no room. */
const KNOB = 26;

/** Swaps a frame left for right or top for bottom, about its middle. */
function mirror({ width, height }: Size, across: boolean, down: boolean): Matrix {
  return [across ? -1 : 1, 0, 0, down ? -1 : 1, across ? width : 0, down ? height : 0];
}

/** The frame round a layer's content, in composition pixels; never mirrored itself, though what is in it may be. */
function frameOf(composition: Composition, layer: Layer) {
  const bounds = contentBounds(composition, layer);
  const { mirrorAcross, mirrorDown } = layer.placement;
  const placed = multiply(layerMatrix(composition, layer), translation(bounds.x, bounds.y));
  const own = mirror(bounds, mirrorAcross, mirrorDown);
  const [a, b, c, d] = multiply(placed, own);
  // A group around it may be mirrored, too.
  const swap = a * d - b * c < 0 ? multiply(own, mirror(bounds, true, false)) : own;
  return { bounds, swap, matrix: multiply(placed, swap) };
}

/** The placement that a frame dragged by its handles stands for. */
function placementFor(node: Konva.Rect, composition: Composition, layer: Layer): Placement {
  const { zoom, x, y } = useCamera.getState();
  const onScreen = node.getTransform().getMatrix() as unknown as Matrix;
  const onCanvas = multiply([1 / zoom, 0, 0, 1 / zoom, -x / zoom, -y / zoom], onScreen);
  const { bounds, swap } = frameOf(composition, layer);
  const placed = multiply(multiply(onCanvas, invert(swap)), translation(-bounds.x, -bounds.y));
  const own = multiply(invert(aroundMatrix(composition, layer)), placed);
  const { skew, ...placement } = placementOf(own, placedSize(layer), layer.placement);
  const turn = Math.round(placement.turn * 1e9) / 1e9;
  // Handles do not skew what was not skewed.
  return {
    ...placement,
    turn,
    ...(layer.placement.skew !== undefined && skew !== undefined && { skew }),
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
  const corners = usePlacing((state) => state.corners);
  const scene = useComposition((state) => state.preview ?? state.composition);
  const movable = layer && !isGlass(layer) && !placeLockedBy(scene, layer);

  // biome-ignore lint/correctness/useExhaustiveDependencies: the handles follow whatever moves the frame
  useEffect(() => {
    if (frame.current) handles.current?.nodes([frame.current]);
    handles.current?.forceUpdate();
  }, [inHand, movable, layer, scene, zoom, x, y]);

  if (!layer || !movable || layer.id !== inHand) return null;
  if (!isShadow(layer) && (corners === 'draw out' || isWarped(scene, layer))) {
    return <CornerKnobs layer={layer} corners={corners} />;
  }
  const { bounds, matrix } = frameOf(scene, layer);
  if (bounds.width === 0 || bounds.height === 0) return null;
  const onScreen = multiply([zoom, 0, 0, zoom, x, y], matrix);
  const place = new Konva.Transform([...onScreen]).decompose();
  const topMiddle = transform(onScreen, { x: bounds.width / 2, y: 0 });
  const roomAbove = topMiddle.y > KNOB + 8;
  const args = (node: Konva.Rect) => ({
    layer: layer.id,
    placement: placementFor(node, scene, layer),
  });
  const { tryOut, perform } = useComposition.getState();
  return (
    <>
      <Rect
        ref={frame}
        {...place}
        width={bounds.width}
        height={bounds.height}
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
