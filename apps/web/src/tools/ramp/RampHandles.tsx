import { invert, type Point, type RampPart, setRamp, transform } from '@diplex/document';
import type Konva from 'konva';
import { Line } from 'react-konva';
import { useComposition } from '../../bench/composition-store';
import { useHand } from '../../bench/hand-store';
import { maskInHand } from '../../bench/mask-in-hand';
import { toComposition, useCamera } from '../../picture/camera-store';
import { TwoToneLine } from '../../picture/DraftShape';
import { Knob } from '../../picture/Knob';

/** How far a guide goes beyond the picture, in window pixels. */
const FAR = 4000;

/** Where a knob was dragged to. */
function placeOf({ target }: Konva.KonvaEventObject<DragEvent>): Point {
  return { x: target.x(), y: target.y() };
}

/** The ramp in hand: where it is full, where nothing is left, and guides to lay along a horizon. */
export function RampHandles() {
  const { zoom, x, y } = useCamera();
  useComposition((state) => state.preview ?? state.composition);
  const partId = useHand((state) => state.part);
  const drawing = useHand((state) => state.draft !== null);
  const target = maskInHand();
  if (!partId || drawing || target?.part?.kind !== 'ramp' || !target.mask) return null;
  const mask = target.mask.id;
  const committed: RampPart = target.part;
  const { preview, perform, tryOut } = useComposition.getState();
  const shown = preview?.masks[mask]?.parts.find((each) => each.id === committed.id);
  const part = shown?.kind === 'ramp' ? shown : committed;
  const onScreen = (point: Point): Point => {
    const p = transform(target.matrix, point);
    return { x: x + p.x * zoom, y: y + p.y * zoom };
  };
  const fromScreen = (point: Point): Point =>
    transform(invert(target.matrix), toComposition(point));
  const [from, to] = [onScreen(part.from), onScreen(part.to)];
  const args = (settings: Partial<RampPart>) => ({ mask, part: part.id, settings });
  const moveBoth = (at: Point) => {
    const start = fromScreen(at);
    const way = { x: committed.to.x - committed.from.x, y: committed.to.y - committed.from.y };
    return args({ from: start, to: { x: start.x + way.x, y: start.y + way.y } });
  };
  const innerOf = (at: Point) => {
    const p = fromScreen(at);
    const way = { x: part.to.x - part.from.x, y: part.to.y - part.from.y };
    const long = way.x * way.x + way.y * way.y;
    const t = ((p.x - part.from.x) * way.x + (p.y - part.from.y) * way.y) / long;
    return args({ inner: Math.max(0, Math.min(0.95, t)) });
  };
  const across = { x: to.y - from.y, y: from.x - to.x };
  const length = Math.hypot(across.x, across.y) || 1;
  const guide = (at: Point) => {
    const [dx, dy] = [(across.x / length) * FAR, (across.y / length) * FAR];
    return [at.x - dx, at.y - dy, at.x + dx, at.y + dy];
  };
  const inner = {
    x: from.x + (to.x - from.x) * part.inner,
    y: from.y + (to.y - from.y) * part.inner,
  };
  return (
    <>
      {part.shape !== 'round' &&
        [from, to].map((at, i) => (
          <Line
            key={i === 0 ? 'from' : 'to'}
            points={guide(at)}
            stroke="#ffffff"
            strokeWidth={1}
            opacity={i === 0 ? 0.85 : 0.4}
            dash={[8, 6]}
            listening={false}
          />
        ))}
      <TwoToneLine points={[from.x, from.y, to.x, to.y]} />
      <Knob
        look="filled"
        at={from}
        onTry={(event) => tryOut(setRamp, moveBoth(placeOf(event)))}
        onSet={(event) => perform(setRamp, moveBoth(placeOf(event)))}
      />
      <Knob
        look="filled"
        at={to}
        onTry={(event) => tryOut(setRamp, args({ to: fromScreen(placeOf(event)) }))}
        onSet={(event) => perform(setRamp, args({ to: fromScreen(placeOf(event)) }))}
      />
      {part.shape !== 'straight' && (
        <Knob
          look="hollow"
          at={inner}
          onTry={(event) => tryOut(setRamp, innerOf(placeOf(event)))}
          onSet={(event) => perform(setRamp, innerOf(placeOf(event)))}
        />
      )}
    </>
  );
}
