import {
  horizonAt,
  invert,
  isGlass,
  isWarped,
  layerById,
  layerMatrix,
  type Point,
  placeLockedBy,
  setHorizon,
  setStance,
  stanceOf,
  stanceShown,
  transform,
} from '@diplex/document';
import type Konva from 'konva';
import { Line } from 'react-konva';
import { useComposition } from '../../bench/composition-store';
import { useHand } from '../../bench/hand-store';
import { toComposition, useCamera } from '../../picture/camera-store';
import { SCENE } from '../../picture/handle-look';
import { Knob } from '../../picture/Knob';
import { VanishingHandles } from './VanishingHandles';

type Event = Konva.KonvaEventObject<DragEvent>;

/** The tilt is drawn by a knob at this share of the canvas's width. */
const TILT_AT = 0.95;

const placeOf = ({ target }: Event) => toComposition({ x: target.x(), y: target.y() });

/** The scene's horizon in its own colour, with knobs that move and tilt it. */
function HorizonHandles() {
  const { zoom, x, y } = useCamera();
  const scene = useComposition((state) => state.preview ?? state.composition);
  const { perform, tryOut } = useComposition.getState();
  const { horizon, canvas } = scene;
  if (!horizon) return null;
  const onScreen = (across: number): Point => ({
    x: x + across * zoom,
    y: y + (horizonAt(scene, across) ?? 0) * zoom,
  });
  const [left, right] = [onScreen(0), onScreen(canvas.width)];
  const moved = (event: Event) => ({ horizon: { ...horizon, y: placeOf(event).y } });
  const tilted = (event: Event) => {
    const at = placeOf(event);
    const run = Math.max(1, at.x - canvas.width / 2);
    const tilt = (Math.atan2(at.y - horizon.y, run) * 180) / Math.PI;
    return { horizon: { ...horizon, tilt: Math.max(-45, Math.min(45, tilt)) } };
  };
  return (
    <>
      <Line
        points={[left.x, left.y, right.x, right.y]}
        stroke="#000"
        strokeWidth={3}
        opacity={0.6}
        listening={false}
      />
      <Line points={[left.x, left.y, right.x, right.y]} stroke={SCENE} listening={false} />
      <Knob
        look="scene"
        at={onScreen(canvas.width / 2)}
        onTry={(event) => tryOut(setHorizon, moved(event))}
        onSet={(event) => perform(setHorizon, moved(event))}
      />
      <Knob
        look="scene"
        at={onScreen(canvas.width * TILT_AT)}
        onTry={(event) => tryOut(setHorizon, tilted(event))}
        onSet={(event) => perform(setHorizon, tilted(event))}
      />
    </>
  );
}

/** The foot of the layer in hand and its own eye level, in brass. */
function StanceHandles() {
  const { zoom, x, y } = useCamera();
  const scene = useComposition((state) => state.preview ?? state.composition);
  const inHand = useHand((state) => state.layer);
  const { perform, tryOut } = useComposition.getState();
  const layer = layerById(scene, inHand ?? '');
  if (!layer || isGlass(layer) || isWarped(scene, layer) || placeLockedBy(scene, layer))
    return null;
  const onScreen = (p: Point): Point => ({ x: x + p.x * zoom, y: y + p.y * zoom });
  const shown = stanceShown(scene, layer);
  const [foot, eye] = [onScreen(shown.foot), onScreen(shown.eye)];
  const inside = (event: Event) => transform(invert(layerMatrix(scene, layer)), placeOf(event));
  const stance = stanceOf(scene, layer);
  const withFoot = (event: Event) => ({
    ...{ layer: layer.id, stance: { ...stance, foot: inside(event) } },
  });
  const withEye = (event: Event) => ({
    ...{ layer: layer.id, stance: { ...stance, eye: inside(event).y } },
  });
  return (
    <>
      <Line
        points={[foot.x, foot.y, eye.x, eye.y]}
        stroke="#d9a74a"
        dash={[4, 4]}
        listening={false}
      />
      <Line
        points={[eye.x - 60, eye.y, eye.x + 60, eye.y]}
        stroke="#d9a74a"
        strokeWidth={2}
        listening={false}
      />
      <Knob
        look="filled"
        at={eye}
        onTry={(event) => tryOut(setStance, withEye(event))}
        onSet={(event) => perform(setStance, withEye(event))}
      />
      <Knob
        look="hollow"
        at={foot}
        onTry={(event) => tryOut(setStance, withFoot(event))}
        onSet={(event) => perform(setStance, withFoot(event))}
      />
    </>
  );
}

/** The scene's horizon and vanishing lines, and the foot and the eye level of the layer in hand. */
export function StandHandles() {
  return (
    <>
      <HorizonHandles />
      <VanishingHandles />
      <StanceHandles />
    </>
  );
}
