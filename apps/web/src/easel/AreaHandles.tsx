import { changeArea, type Matrix, multiply, type Rect as Region } from '@diplex/document';
import Konva from 'konva';
import { useEffect, useRef, useState } from 'react';
import { Rect, Transformer } from 'react-konva';
import { useComposition } from '../bench/composition-store';
import { useHand } from '../bench/hand-store';
import { useAreaLines } from '../picture/area-lines';
import { useCamera } from '../picture/camera-store';
import { HANDLE_LOOK } from '../picture/handle-look';

/** Handles round the area: drag it, its corners scale, the knob turns. */
export function AreaHandles() {
  const bounds = useAreaLines((state) => state.bounds);
  const moves = useHand((state) => state.areaMoves);
  const area = useComposition((state) => state.composition.area);
  const camera = useCamera();
  // While it is dragged the frame stays what it was when it was grasped.
  const [grasped, setGrasped] = useState<Region | null>(null);
  const frame = useRef<Konva.Rect>(null);
  const handles = useRef<Konva.Transformer>(null);
  useEffect(() => {
    if (frame.current) handles.current?.nodes([frame.current]);
    handles.current?.forceUpdate();
  });
  const shown = grasped ?? bounds;
  if (!moves || !area?.inUse || !shown) return null;
  const { zoom, x, y } = camera;
  const { tryOut, perform } = useComposition.getState();
  const change = (): { change: { lies: Matrix } } => {
    const node = frame.current as Konva.Rect;
    const toScreen = new Konva.Transform([zoom, 0, 0, zoom, x, y]);
    const was = new Konva.Transform([1, 0, 0, 1, x + shown.x * zoom, y + shown.y * zoom]);
    const step = toScreen
      .copy()
      .invert()
      .multiply(node.getTransform().copy())
      .multiply(was.invert())
      .multiply(toScreen);
    return { change: { lies: multiply(step.getMatrix() as unknown as Matrix, area.lies) } };
  };
  const grasp = () => setGrasped(shown);
  const settle = () => {
    const settled = change();
    frame.current?.scale({ x: 1, y: 1 });
    frame.current?.rotation(0);
    setGrasped(null);
    perform(changeArea, settled);
  };
  return (
    <>
      <Rect
        ref={frame}
        x={x + shown.x * zoom}
        y={y + shown.y * zoom}
        width={shown.width * zoom}
        height={shown.height * zoom}
        // Takes presses, and shows the picture.
        fill="#00000001"
        draggable
        onDragStart={grasp}
        onDragMove={() => tryOut(changeArea, change())}
        onDragEnd={settle}
        onTransformStart={grasp}
        onTransform={() => tryOut(changeArea, change())}
        onTransformEnd={settle}
      />
      <Transformer ref={handles} {...HANDLE_LOOK} borderDash={[5, 3]} />
    </>
  );
}
