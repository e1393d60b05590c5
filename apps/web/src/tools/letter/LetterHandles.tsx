import { isLettering, layerMatrix, type Point, transform } from '@diplex/document';
import type { Caret, SetText } from '@diplex/lettering';
import { useEffect, useState } from 'react';
import { Circle, Line } from 'react-konva';
import { useComposition } from '../../bench/composition-store';
import { useLayerInHand } from '../../bench/use-layer-in-hand';
import { useCamera } from '../../picture/camera-store';
import { CurveKnobs } from './CurveKnobs';
import { lettersOf } from './set-letters';
import { useLettering } from './settings';

/** The caret and what is selected, where the letters stand. */
export function LetterHandles() {
  const layer = useLayerInHand();
  const shown = useComposition((state) => state.preview ?? state.composition);
  const { selection } = useLettering();
  const { zoom, x, y } = useCamera();
  const now = layer && shown.layers[layer.id];
  const content = now && isLettering(now) ? now.content : null;
  const [set, setSet] = useState<SetText | null>(null);
  useEffect(() => {
    let stays = true;
    if (!content) setSet(null);
    else
      lettersOf(content).then(
        (next) => stays && setSet(next),
        () => stays && setSet(null),
      );
    return () => {
      stays = false;
    };
  }, [content]);
  if (!now || !content || !set) return null;
  const matrix = layerMatrix(shown, now);
  const onWindow = (point: Point) => {
    const at = transform(matrix, point);
    return [x + at.x * zoom, y + at.y * zoom] as const;
  };
  const standing = ({ turn, ...foot }: Caret, up: number): Point => {
    const angle = (turn * Math.PI) / 180;
    return { x: foot.x + Math.sin(angle) * up, y: foot.y - Math.cos(angle) * up };
  };
  const upright = (caret: Caret) => [
    ...onWindow(standing(caret, -set.descent)),
    ...onWindow(standing(caret, set.ascent)),
  ];
  const [from, to] = selection ?? [0, 0];
  const caret = set.carets[to];
  return (
    <>
      {set.carets.slice(from, to).map((each, i) => {
        const next = set.carets[from + i + 1];
        // The end of a line is no letter.
        if (!next || content.text[from + i] === '\n') return null;
        const [a, b, c, d] = upright(each);
        const [e, f, g, h] = upright(next);
        const points = [a, b, e, f, g, h, c, d].map(Number);
        // biome-ignore lint/suspicious/noArrayIndexKey: a letter is its place in the text
        return <Line key={i} points={points} closed fill="#d9a74a66" listening={false} />;
      })}
      {selection && caret && (
        <>
          <Line points={upright(caret)} stroke="#000" strokeWidth={3} listening={false} />
          <Line points={upright(caret)} stroke="#f0c87a" strokeWidth={1.4} listening={false} />
        </>
      )}
      {!content.along && (
        <Circle
          x={onWindow({ x: 0, y: 0 })[0]}
          y={onWindow({ x: 0, y: 0 })[1]}
          radius={3}
          fill="#f0c87a"
          stroke="#000"
          listening={false}
        />
      )}
      {content.along && isLettering(now) && <CurveKnobs layer={now} along={content.along} />}
    </>
  );
}
