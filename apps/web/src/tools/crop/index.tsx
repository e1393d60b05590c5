import { IconCrop } from '@tabler/icons-react';
import type { ToolHome } from '../tool-home';
import { CropHandles } from './CropHandles';
import { CropOptions } from './CropOptions';
import { CropSection } from './CropSection';
import { cropTool } from './crop-tool';
import { useCropping } from './settings';

function CropSentence() {
  const { frame, straightens } = useCropping();
  if (straightens) return 'Drag along something that shall be level or upright.';
  return frame
    ? 'Enter makes the canvas what lies in the frame; nothing outside it is lost.'
    : 'Drag a frame: the canvas becomes what lies in it. It may reach beyond the canvas.';
}

export const crop: ToolHome = {
  tool: cropTool,
  tray: { words: 'Crop', key: 'g', icon: IconCrop },
  Options: CropOptions,
  Section: CropSection,
  Handles: CropHandles,
  Sentence: CropSentence,
  cursor: 'crosshair',
};
