import type { ReactNode } from 'react';
import { ColourTableEditor } from './ColourTableEditor';
import { CurvesEditor } from './CurvesEditor';
import type { EditorProps } from './editor-props';
import { GradeEditor } from './GradeEditor';
import { HueBandsEditor } from './HueBandsEditor';
import { LevelsEditor } from './LevelsEditor';

/** Editors of steps for which rows of amounts are not enough, by their kind. */
export const EDITORS: Readonly<Record<string, (props: EditorProps) => ReactNode>> = {
  'colour-table': ColourTableEditor,
  curves: CurvesEditor,
  grade: GradeEditor,
  'hue-bands': HueBandsEditor,
  levels: LevelsEditor,
};
