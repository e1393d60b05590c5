import { IconPerspective } from '@tabler/icons-react';
import type { ToolHome } from '../tool-home';
import { PlaneHandles } from './PlaneHandles';
import { PlaneSection } from './PlaneSection';
import { planeTool } from './plane-tool';

export const plane: ToolHome = {
  tool: planeTool,
  tray: { words: 'Plane', key: 'r', icon: IconPerspective },
  Handles: PlaneHandles,
  Section: PlaneSection,
  Sentence: () =>
    'Drag out a plane and draw its corners to the lines of a wall or a floor; layers laid into it slide and scale in its perspective.',
  cursor: 'crosshair',
};
