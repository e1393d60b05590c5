import type { Point } from '@diplex/document';
import type Konva from 'konva';
import { Circle } from 'react-konva';
import { SCENE } from './handle-look';

interface KnobProps {
  readonly at: Point;
  /** The one that is meant first is filled; others are hollow and smaller; what belongs to the scene has its colour. */
  readonly look: 'filled' | 'hollow' | 'scene';
  readonly onTry: (event: Konva.KonvaEventObject<DragEvent>) => void;
  readonly onSet: (event: Konva.KonvaEventObject<DragEvent>) => void;
}

const LOOKS = {
  filled: { radius: 6, fill: '#d9a74a', stroke: '#1b1507' },
  scene: { radius: 6, fill: SCENE, stroke: '#0d211e' },
  hollow: { radius: 4, fill: '#1b1507', stroke: '#ffffff' },
} as const;

/** A handle that is dragged over the picture. */
export function Knob({ at, look, onTry, onSet }: KnobProps) {
  return (
    <Circle
      {...LOOKS[look]}
      x={at.x}
      y={at.y}
      hitStrokeWidth={13}
      strokeWidth={1.4}
      draggable
      onDragMove={onTry}
      onDragEnd={onSet}
    />
  );
}
