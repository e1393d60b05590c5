import {
  type LetteringChange,
  type LetteringContent,
  type LetteringLayer,
  setLettering,
} from '@diplex/document';
import type { SetText, TextSetting } from '@diplex/lettering';
import { useComposition } from '../../bench/composition-store';
import { tellProblem } from '../../bench/notice-store';
import { trackWork } from '../../bench/pending-work';
import { wordsOf } from '../../link/problem';
import { fontOf, shaper } from './fonts';

/** How a text would be set. */
export async function lettersOf(
  setting: TextSetting & Pick<LetteringContent, 'font'>,
): Promise<SetText> {
  const [font, { setText }] = await Promise.all([fontOf(setting.font), shaper()]);
  return setText(font, setting);
}

/** Changes are set one after another, however fast they come. */
let line: Promise<void> = Promise.resolve();

/** Whether a change is only shown, or becomes a step of the history. */
export type Way = 'tryOut' | 'perform';

/** Changes a text, and how it is drawn then. */
export function setLetters(layer: LetteringLayer, change: LetteringChange, way: Way): void {
  line = line.then(async () => {
    try {
      const { drawn } = await lettersOf({ ...layer.content, ...change });
      useComposition
        .getState()
        [way](setLettering, { layer: layer.id, change: { ...change, drawn } });
    } catch (error) {
      tellProblem(`The text could not be set. ${wordsOf(error)}`);
    }
  });
  trackWork(line);
}
