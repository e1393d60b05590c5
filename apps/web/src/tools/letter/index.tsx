import { isLettering } from '@diplex/document';
import { IconTextSize } from '@tabler/icons-react';
import type { SentenceProps, ToolHome } from '../tool-home';
import { LetterHandles } from './LetterHandles';
import { LetterOptions } from './LetterOptions';
import { LetterSection } from './LetterSection';
import { letterTool } from './letter-tool';

function LetterSentence({ holder, whose }: SentenceProps) {
  return isLettering(holder) ? (
    <>A press on {whose} writes on in it; one beside it begins another text.</>
  ) : (
    <>A press begins a text there, right before {whose}; one on a text writes on in that.</>
  );
}

export const letter: ToolHome = {
  tool: letterTool,
  tray: { words: 'Letter', key: 's', icon: IconTextSize },
  Options: LetterOptions,
  Section: LetterSection,
  Handles: LetterHandles,
  Sentence: LetterSentence,
  cursor: 'text',
};
