import { growthOf, type MarkedStroke, type Matrix, transform } from '@diplex/document';
import { Circle, Group, Line } from 'react-konva';
import { useComposition } from '../../bench/composition-store';
import { useHand } from '../../bench/hand-store';
import { maskInHand } from '../../bench/mask-in-hand';
import { useCamera } from '../../picture/camera-store';

/** Strokes of marks: keep as fine light dots, drop as dark hatching, unsure as a violet weave. */
export function MarkStrokes({
  strokes,
  map,
}: {
  readonly strokes: readonly MarkedStroke[];
  readonly map: Matrix;
}) {
  const { zoom, x, y } = useCamera();
  const growth = growthOf(map) * zoom;
  return strokes.map(({ mark, radius, points }, index) => {
    const flat = points.flatMap((point) => {
      const p = transform(map, point);
      return [x + p.x * zoom, y + p.y * zoom];
    });
    if (flat.length === 2) flat.push((flat[0] as number) + 0.1, flat[1] as number);
    const width = Math.max(3, 2 * radius * growth);
    const common = {
      points: flat,
      strokeWidth: width,
      lineCap: 'round' as const,
      lineJoin: 'round' as const,
      listening: false,
    };
    // biome-ignore lint/suspicious/noArrayIndexKey: a stroke is known by its place in the list
    return <MarkStroke key={index} mark={mark} common={common} />;
  });
}

function MarkStroke({
  mark,
  common,
}: {
  readonly mark: MarkedStroke['mark'];
  readonly common: { points: number[]; strokeWidth: number; listening: boolean };
}) {
  if (mark === 'keep') {
    return (
      <>
        <Line {...common} stroke="#ffffff" opacity={0.16} />
        <Line {...common} stroke="#ffffff" strokeWidth={2.4} dash={[0.1, 5]} />
      </>
    );
  }
  if (mark === 'unsure') {
    // A weave: bars across, and a thread along.
    return (
      <>
        <Line {...common} stroke="#8b5cf6" opacity={0.3} />
        <Line {...common} lineCap="butt" stroke="#c4b5fd" dash={[1.5, 6]} opacity={0.8} />
        <Line {...common} stroke="#c4b5fd" strokeWidth={1.5} opacity={0.8} />
      </>
    );
  }
  return (
    <>
      <Line {...common} stroke="#000000" opacity={0.42} />
      <Line {...common} lineCap="butt" stroke="#000000" dash={[2, 5]} opacity={0.85} />
    </>
  );
}

/** The stroke of marks that is being drawn. */
export function DraftStrokes() {
  const draft = useHand((state) => (state.draft?.kind === 'strokes' ? state.draft : null));
  return draft && <MarkStrokes strokes={draft.strokes} map={draft.map} />;
}

/** What the part in hand was picked by: its marks, or its reach points. */
function MarksShown() {
  useComposition((state) => state.preview ?? state.composition);
  useHand((state) => state.part);
  const { zoom, x, y } = useCamera();
  const target = maskInHand();
  if (target?.part?.kind === 'component') {
    return <MarkStrokes strokes={target.part.samples} map={target.matrix} />;
  }
  if (target?.part?.kind !== 'picked') return null;
  const { recipe } = target.part;
  if (recipe.by === 'sweep') return <MarkStrokes strokes={recipe.strokes} map={target.matrix} />;
  if (recipe.by === 'marks') {
    const strokes = recipe.marks.flatMap((each) => ('fill' in each ? [] : [each]));
    return <MarkStrokes strokes={strokes} map={target.matrix} />;
  }
  if (recipe.by !== 'reach') return null;
  return recipe.points.map((point, index) => {
    const p = transform(target.matrix, point);
    return (
      <Circle
        // biome-ignore lint/suspicious/noArrayIndexKey: a point is known by its place in the list
        key={index}
        x={x + p.x * zoom}
        y={y + p.y * zoom}
        radius={6}
        fill={point.combine === 'add' ? '#d9a74a' : '#1b1507'}
        stroke={point.combine === 'add' ? '#1b1507' : '#ffffff'}
        strokeWidth={1.6}
        dash={point.combine === 'intersect' ? [2, 2] : []}
        listening={false}
      />
    );
  });
}

/** Before a backdrop the result is looked at, and marks are only hinted at. */
const FAINT = 0.3;

/** The marks of the part in hand, and those that are being drawn. */
export function MarkHandles() {
  const { marks, view } = useHand();
  const judged = view === 'backdrop' || view === 'cut-out';
  return (
    <>
      {marks === 'shown' && (
        <Group opacity={judged ? FAINT : 1} listening={false}>
          <MarksShown />
        </Group>
      )}
      <DraftStrokes />
    </>
  );
}
