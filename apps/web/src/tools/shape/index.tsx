import { IconShape } from '@tabler/icons-react';
import type { ToolHome } from '../tool-home';
import { ShapeHandles } from './ShapeHandles';
import { ShapeOptions } from './ShapeOptions';
import { ShapeSentence } from './ShapeSentence';
import { shapeTool } from './shape-tool';

export const shape: ToolHome = {
  tool: shapeTool,
  tray: { words: 'Shape', key: 'a', icon: IconShape },
  Options: ShapeOptions,
  Handles: ShapeHandles,
  Sentence: ShapeSentence,
  cursor: 'crosshair',
};
