import type { ReactNode } from 'react';
import { CurvesEditor } from './CurvesEditor';
import type { EditorProps } from './editor-props';
import { HueBandsEditor } from './HueBandsEditor';
import { LevelsEditor } from './LevelsEditor';

/** Editors of steps for which rows of amounts are not enough, by their kind. */
export const EDITORS: Readonly<Record<string, (props: EditorProps) => ReactNode>> = {
  curves: CurvesEditor,
  'hue-bands': HueBandsEditor,
  levels: LevelsEditor,
};
