import { IconGradienter } from '@tabler/icons-react';
import { plainSentence } from '../sentences';
import type { ToolHome } from '../tool-home';
import { RampHandles } from './RampHandles';
import { RampOptions } from './RampOptions';
import { rampTool } from './ramp-tool';

export const ramp: ToolHome = {
  tool: rampTool,
  tray: { words: 'Ramp', key: 'f', icon: IconGradienter },
  makesParts: true,
  Options: RampOptions,
  Handles: RampHandles,
  Sentence: plainSentence('drag from full to nothing; Shift goes in steps of 15°.'),
};
