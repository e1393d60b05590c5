import { IconRipple } from '@tabler/icons-react';
import type { ToolHome } from '../tool-home';
import { WrapSection } from './WrapSection';
import { wrapTool } from './wrap-tool';

export const wrap: ToolHome = {
  tool: wrapTool,
  tray: { words: 'Wrap', key: 'r', icon: IconRipple },
  Section: WrapSection,
  Sentence: ({ whose }) => (
    <>
      Lets the light of what is bright behind {whose} come over its edge: drag as far as it should
      reach.
    </>
  ),
  cursor: 'crosshair',
};
