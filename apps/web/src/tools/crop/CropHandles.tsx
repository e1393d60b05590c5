import type { CropFrame } from '@diplex/document';
import Konva from 'konva';
import { useEffect, useRef } from 'react';
import { Rect, Shape, Transformer } from 'react-konva';
import { useComposition } from '../../bench/composition-store';
import { useCamera } from '../../picture/camera-store';
import { HANDLE_LOOK } from '../../picture/handle-look';
import { ratioOf, wholeFrame } from './crop-frame';
import { useCropping } from './settings';

/** The frame on the picture with its handles, and what will lie outside it under a veil. */
export function CropHandles() {
  const { zoom, x, y, area } = useCamera();
  const composition = useComposition((state) => state.composition);
  const { frame: drawn, ratio, straightens, set } = useCropping();
  const frame = drawn ?? wholeFrame(composition);
  const box = useRef<Konva.Rect>(null);
  const handles = useRef<Konva.Transformer>(null);
  useEffect(() => {
    if (box.current) handles.current?.nodes([box.current]);
    handles.current?.forceUpdate();
  });
  // Who puts the tool away leaves the canvas as it is.
  useEffect(() => () => useCropping.getState().set({ frame: null, straightens: false }), []);
  const [width, height] = [frame.width * zoom, frame.height * zoom];
  const middle = {
    x: x + (frame.x + frame.width / 2) * zoom,
    y: y + (frame.y + frame.height / 2) * zoom,
  };
  const corner = new Konva.Transform()
    .translate(middle.x, middle.y)
    .rotate((frame.turn * Math.PI) / 180)
    .point({ x: -width / 2, y: -height / 2 });
  const read = (): CropFrame => {
    const node = box.current as Konva.Rect;
    const [w, h] = [node.width() * node.scaleX(), node.height() * node.scaleY()];
    const turn = node.rotation();
    const at = new Konva.Transform()
      .translate(node.x(), node.y())
      .rotate((turn * Math.PI) / 180)
      .point({ x: w / 2, y: h / 2 });
    const [across, down] = [w / zoom, h / zoom];
    return {
      ...{ x: (at.x - x) / zoom - across / 2, y: (at.y - y) / zoom - down / 2 },
      ...{ width: across, height: down, turn: Math.round(turn * 100) / 100 },
    };
  };
  const keep = () => {
    const next = read();
    const node = box.current as Konva.Rect;
    node.scale({ x: 1, y: 1 });
    set({ frame: next });
  };
  return (
    <>
      <Shape
        listening={false}
        sceneFunc={(context) => {
          context.beginPath();
          context.rect(0, 0, area.width, area.height);
          const turned = new Konva.Transform()
            .translate(corner.x, corner.y)
            .rotate((frame.turn * Math.PI) / 180);
          const corners = [
            [0, 0],
            [0, height],
            [width, height],
            [width, 0],
          ].map(([u = 0, v = 0]) => turned.point({ x: u, y: v }));
          for (const [i, { x: u, y: v }] of corners.entries()) {
            if (i === 0) context.moveTo(u, v);
            else context.lineTo(u, v);
          }
          context.closePath();
          context.setAttr('fillStyle', '#000000a8');
          context.fill('evenodd');
        }}
      />
      <Rect
        ref={box}
        x={corner.x}
        y={corner.y}
        width={width}
        height={height}
        rotation={frame.turn}
        stroke="#ffffff"
        strokeWidth={1.2}
        draggable={!straightens && drawn !== null}
        listening={!straightens && drawn !== null}
        onDragEnd={keep}
        onTransformEnd={keep}
      />
      {!straightens && (
        <Transformer
          ref={handles}
          {...HANDLE_LOOK}
          keepRatio={ratioOf(ratio, composition) !== null}
          flipEnabled={false}
          enabledAnchors={
            ratioOf(ratio, composition) === null
              ? undefined
              : ['top-left', 'top-right', 'bottom-left', 'bottom-right']
          }
        />
      )}
    </>
  );
}
