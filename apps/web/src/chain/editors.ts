import type { ReactNode } from 'react';
import { BorrowedColoursEditor, BorrowedTextureEditor } from './BorrowEditor';
import { CurvesEditor } from './CurvesEditor';
import type { EditorProps } from './editor-props';
import { GradeEditor } from './GradeEditor';
import { HueBandsEditor } from './HueBandsEditor';
import { LevelsEditor } from './LevelsEditor';

/** Editors of steps for which rows of amounts are not enough, by their kind. */
export const EDITORS: Readonly<Record<string, (props: EditorProps) => ReactNode>> = {
  'borrowed-colours': BorrowedColoursEditor,
  'borrowed-texture': BorrowedTextureEditor,
  curves: CurvesEditor,
  grade: GradeEditor,
  'hue-bands': HueBandsEditor,
  levels: LevelsEditor,
};
