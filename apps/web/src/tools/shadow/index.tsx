import { IconShadow } from '@tabler/icons-react';
import { lightDrag } from '../lighting/light-drag';
import type { ToolHome } from '../tool-home';
import { ShadowHandles } from './ShadowHandles';
import { ShadowSection } from './ShadowSection';
import { turnShadow } from './throw-shadow';

export const shadow: ToolHome = {
  tool: lightDrag(turnShadow),
  tray: { words: 'Shadow', key: 'e', icon: IconShadow },
  Section: ShadowSection,
  Handles: ShadowHandles,
  Sentence: ({ whose }) => (
    <>
      The shadow of {whose}, a layer behind it that follows it. Drag its knob, or along the way that
      light goes.
    </>
  ),
  cursor: 'crosshair',
};
