import {
  linesGoing,
  type Point,
  setVanishing,
  VANISHING_WAYS,
  type VanishingLine,
  vanishingPoint,
} from '@diplex/document';
import type Konva from 'konva';
import { Line } from 'react-konva';
import { useComposition } from '../../bench/composition-store';
import { toComposition, useCamera } from '../../picture/camera-store';
import { SCENE } from '../../picture/handle-look';
import { Knob } from '../../picture/Knob';

const ENDS = ['from', 'to'] as const;

/** How the lines of each way are told apart. */
const DASHES = { first: [], second: [7, 4] } as const;

/** The scene's vanishing lines, each with a knob at both ends, and the ways on to where they meet. */
export function VanishingHandles() {
  const { zoom, x, y } = useCamera();
  const scene = useComposition((state) => state.preview ?? state.composition);
  const lines = scene.vanishing ?? [];
  const onScreen = (p: Point): Point => ({ x: x + p.x * zoom, y: y + p.y * zoom });
  const drag =
    (line: VanishingLine, end: (typeof ENDS)[number], way: 'tryOut' | 'perform') =>
    ({ target }: Konva.KonvaEventObject<DragEvent>) => {
      const to = toComposition({ x: target.x(), y: target.y() });
      const at = lines.indexOf(line);
      const known = useComposition.getState().composition.vanishing ?? [];
      const moved = known.map((each, i) => (i === at ? { ...each, [end]: to } : each));
      useComposition.getState()[way](setVanishing, { lines: moved });
    };
  return (
    <>
      {VANISHING_WAYS.map((way) => {
        const going = linesGoing(scene, way);
        const point = vanishingPoint(going, scene.canvas);
        return going.map((line) => {
          const [from, to] = [onScreen(line.from), onScreen(line.to)];
          const meet = point && onScreen(point);
          return (
            <Line
              key={lines.indexOf(line)}
              points={[from.x, from.y, to.x, to.y, ...(meet ? [meet.x, meet.y] : [])]}
              stroke={SCENE}
              strokeWidth={1.4}
              dash={[...DASHES[way]]}
              listening={false}
            />
          );
        });
      })}
      {lines.flatMap((line, i) =>
        ENDS.map((end) => (
          <Knob
            // biome-ignore lint/suspicious/noArrayIndexKey: a line is its place in the list
            key={`${i} ${end}`}
            look="hollow"
            at={onScreen(line[end])}
            onTry={drag(line, end, 'tryOut')}
            onSet={drag(line, end, 'perform')}
          />
        )),
      )}
    </>
  );
}
