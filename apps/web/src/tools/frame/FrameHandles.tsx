import { type BoxPart, layPart, type OvalPart, transform } from '@diplex/document';
import Konva from 'konva';
import { useEffect, useRef } from 'react';
import { Rect, Transformer } from 'react-konva';
import { useComposition } from '../../bench/composition-store';
import { useHand } from '../../bench/hand-store';
import { maskInHand } from '../../bench/mask-in-hand';
import { useCamera } from '../../picture/camera-store';
import { HANDLE_LOOK } from '../../picture/handle-look';
import { Knob } from '../../picture/Knob';

/** How far the knob that moves a frame stands off it, in window pixels. */
const KNOB = 24;

/** The frame that the rectangle on the screen stands for, in mask pixels. */
function frameOf(node: Konva.Rect, toScreen: Konva.Transform) {
  const [width, height] = [node.width() * node.scaleX(), node.height() * node.scaleY()];
  const middle = new Konva.Transform()
    .translate(node.x(), node.y())
    .rotate((node.rotation() * Math.PI) / 180)
    .point({ x: width / 2, y: height / 2 });
  const centre = toScreen.copy().invert().point(middle);
  const { scaleX, scaleY, rotation } = toScreen.decompose();
  const [w, h] = [Math.abs(width / scaleX), Math.abs(height / scaleY)];
  const turn = Math.round((node.rotation() - rotation) * 100) / 100;
  return { x: centre.x - w / 2, y: centre.y - h / 2, width: w, height: h, turn };
}

/** Handles round the box or oval in hand: the knob below moves it, its corners scale, the one above turns. */
export function FrameHandles() {
  const { zoom, x, y } = useCamera();
  useComposition((state) => state.preview ?? state.composition);
  const inHand = useHand((state) => state.part);
  const drawing = useHand((state) => state.draft !== null);
  const frame = useRef<Konva.Rect>(null);
  const handles = useRef<Konva.Transformer>(null);
  useEffect(() => {
    if (frame.current) handles.current?.nodes([frame.current]);
    handles.current?.forceUpdate();
  });
  const target = maskInHand();
  const part = target?.part;
  if (!inHand || drawing || !target?.mask || (part?.kind !== 'box' && part?.kind !== 'oval')) {
    return null;
  }
  const { preview, tryOut, perform } = useComposition.getState();
  const mask = target.mask.id;
  const shownPart = preview?.masks[mask]?.parts.find((each) => each.id === part.id) as
    | BoxPart
    | OvalPart
    | undefined;
  const shown = shownPart ?? part;
  const [a, b, c, d, e, f] = target.matrix;
  const map = [a * zoom, b * zoom, c * zoom, d * zoom, x + e * zoom, y + f * zoom];
  const toScreen = new Konva.Transform(map);
  const { scaleX, scaleY, rotation } = toScreen.decompose();
  const [width, height] = [shown.width * Math.abs(scaleX), shown.height * Math.abs(scaleY)];
  const turn = rotation + (shown.turn ?? 0);
  const centre = transform(map as unknown as typeof target.matrix, {
    ...{ x: shown.x + shown.width / 2, y: shown.y + shown.height / 2 },
  });
  const corner = new Konva.Transform()
    .translate(centre.x, centre.y)
    .rotate((turn * Math.PI) / 180)
    .point({ x: -width / 2, y: -height / 2 });
  // Below the frame, so that its middle stays free to draw from.
  const below = new Konva.Transform().rotate((turn * Math.PI) / 180);
  const away = below.point({ x: 0, y: height / 2 + KNOB });
  const knob = { x: centre.x + away.x, y: centre.y + away.y };
  const args = () => {
    const node = frame.current as Konva.Rect;
    return { mask, part: part.id, frame: frameOf(node, toScreen) };
  };
  const movedTo = (node: Konva.Node) => {
    const middle = { x: node.x() - away.x, y: node.y() - away.y };
    const at = toScreen.copy().invert().point(middle);
    const { width: w, height: h, turn: turned = 0 } = part;
    const frame = { x: at.x - w / 2, y: at.y - h / 2, width: w, height: h, turn: turned };
    return { mask, part: part.id, frame };
  };
  const settle = () => {
    const settled = args();
    // The rectangle takes its new extent from the part, not from a scale of its own.
    frame.current?.scale({ x: 1, y: 1 });
    perform(layPart, settled);
  };
  return (
    <>
      <Rect
        ref={frame}
        x={corner.x}
        y={corner.y}
        width={width}
        height={height}
        rotation={turn}
        fillEnabled={false}
        listening={false}
        onTransformEnd={settle}
      />
      <Transformer
        ref={handles}
        {...HANDLE_LOOK}
        borderDash={[5, 3]}
        shouldOverdrawWholeArea={false}
      />
      <Knob
        look="filled"
        at={knob}
        onTry={(event) => tryOut(layPart, movedTo(event.target))}
        onSet={(event) => perform(layPart, movedTo(event.target))}
      />
    </>
  );
}
