import {
  fallTo,
  layerById,
  ownStanding,
  type Point,
  planeProjective,
  projected,
  type ShadowLayer,
  setShadow,
  shadowCast,
  standingOnCanvas,
} from '@diplex/document';
import type Konva from 'konva';
import { Line } from 'react-konva';
import { useComposition } from '../../bench/composition-store';
import { useHand } from '../../bench/hand-store';
import { toComposition, useCamera } from '../../picture/camera-store';
import { Knob } from '../../picture/Knob';
import { useShadow } from './settings';
import { shadowInHand } from './throw-shadow';

/** Where a thing and its mirror image meet: a line with a knob that is dragged up and down. */
function WaterLine({ mirror }: { readonly mirror: ShadowLayer }) {
  const { zoom, x, y } = useCamera();
  const scene = useComposition((state) => state.preview ?? state.composition);
  const thing = layerById(scene, mirror.content.of);
  if (!thing) return null;
  const { foot, height } = standingOnCanvas(scene, thing, mirror.content);
  const at = { x: x + foot.x * zoom, y: y + foot.y * zoom };
  const { perform, tryOut } = useComposition.getState();
  const moved = ({ target }: Konva.KonvaEventObject<DragEvent>) => ({
    layer: mirror.id,
    change: {
      foot: ownStanding(scene, thing, {
        ...{ foot: toComposition({ x: target.x(), y: target.y() }), height },
      }).foot,
    },
  });
  const reach = height * zoom * 0.4;
  return (
    <>
      {(['#000', '#d9a74a'] as const).map((stroke, i) => (
        <Line
          key={stroke}
          points={[at.x - reach, at.y, at.x + reach, at.y]}
          stroke={stroke}
          strokeWidth={i === 0 ? 4 : 2}
          opacity={i === 0 ? 0.5 : 1}
          listening={false}
        />
      ))}
      <Knob
        look="filled"
        at={at}
        onTry={(event) => tryOut(setShadow, moved(event))}
        onSet={(event) => perform(setShadow, moved(event))}
      />
    </>
  );
}

/** A line from the foot of the thing to where the shadow of its top falls, with a knob that is dragged. */
export function ShadowHandles() {
  const { zoom, x, y } = useCamera();
  const scene = useComposition((state) => state.preview ?? state.composition);
  useShadow();
  const layer = layerById(scene, useHand((state) => state.layer) ?? '');
  const shadow = shadowInHand(scene, layer);
  const cast = shadow && shadowCast(scene, shadow);
  if (!shadow || !cast || shadow.locked) return null;
  if (shadow.content.falls === 'mirror') return <WaterLine mirror={shadow} />;
  const { foot, height } = cast.standing;
  const head = { x: foot.x, y: foot.y - height };
  const top = projected(cast.map, head) ?? head;
  const from = shadow.content.falls === 'wall' ? head : foot;
  const onScreen = (p: Point): Point => ({ x: x + p.x * zoom, y: y + p.y * zoom });
  const [a, b] = [onScreen(from), onScreen(top)];
  const { perform, tryOut } = useComposition.getState();
  const fallen = ({ target }: Konva.KonvaEventObject<DragEvent>) => ({
    layer: shadow.id,
    change: fallTo(
      ...([shadow.content, cast.standing] as const),
      toComposition({ x: target.x(), y: target.y() }),
      planeProjective(scene, shadow),
    ),
  });
  return (
    <>
      <Line
        points={[a.x, a.y, b.x, b.y]}
        stroke="#000"
        strokeWidth={4}
        opacity={0.5}
        listening={false}
      />
      <Line points={[a.x, a.y, b.x, b.y]} stroke="#d9a74a" dash={[6, 4]} listening={false} />
      <Knob
        look="filled"
        at={b}
        onTry={(event) => tryOut(setShadow, fallen(event))}
        onSet={(event) => perform(setShadow, fallen(event))}
      />
    </>
  );
}
