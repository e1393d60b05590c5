import { IconMist } from '@tabler/icons-react';
import type { ToolHome } from '../tool-home';
import { AtmosphereHandles } from './AtmosphereHandles';
import { AtmosphereSection } from './AtmosphereSection';
import { atmosphereTool } from './atmosphere-tool';

export const atmosphere: ToolHome = {
  tool: atmosphereTool,
  tray: { words: 'Atmosphere', key: 'q', icon: IconMist },
  Section: AtmosphereSection,
  Handles: AtmosphereHandles,
  Sentence: ({ whose }) => (
    <>
      Lays weather and light before {whose}: choose one in the inspector. With one in hand, drag
      from where it comes to where it goes.
    </>
  ),
  cursor: 'crosshair',
};
