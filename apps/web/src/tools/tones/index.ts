import { IconSunHigh } from '@tabler/icons-react';
import { plainSentence } from '../sentences';
import type { ToolHome } from '../tool-home';
import { TonesOptions } from './TonesOptions';
import { tonesTool } from './tones-tool';

export const tones: ToolHome = {
  tool: tonesTool,
  tray: { words: 'Tones', key: 'g', icon: IconSunHigh },
  makesParts: true,
  Options: TonesOptions,
  Sentence: plainSentence('choose darks, mids or lights.'),
};
