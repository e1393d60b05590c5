import type { ReactNode } from 'react';
import { CurvesEditor } from './CurvesEditor';
import type { EditorProps } from './editor-props';
import { LevelsEditor } from './LevelsEditor';
import { WhiteBalanceEditor } from './WhiteBalanceEditor';

/** Editors of steps for which rows of amounts are not enough, by their kind. */
export const EDITORS: Readonly<Record<string, (props: EditorProps) => ReactNode>> = {
  curves: CurvesEditor,
  levels: LevelsEditor,
  'white-balance': WhiteBalanceEditor,
};
