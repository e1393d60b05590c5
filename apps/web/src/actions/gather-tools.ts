import { IconBooks, IconFilePlus, IconLayersSubtract, IconPhotoPlus } from '@tabler/icons-react';
import { useShelf } from '../bench/shelf-store';
import { useWindow } from '../bench/window-store';
import { chooseFiles } from '../shelf/choose-files';
import { compositionFromSource } from '../shelf/composition-from-source';
import type { Action } from './action';
import { addSourceAsLayer } from './layer-commands';

function chosen() {
  const { sources, chosen: hash } = useShelf.getState();
  return sources.find((source) => source.hash === hash);
}

const hasChosen = () => chosen() !== undefined;

/** The tools of the Gather stage, in tray order. */
export const GATHER_TOOLS: readonly Action[] = [
  {
    ...{ id: 'bring-in', words: 'Bring in', group: 'Tools', stage: 'gather', keys: ['q'] },
    ...{ icon: IconPhotoPlus, run: chooseFiles },
  },
  {
    ...{ id: 'library', words: 'Library', group: 'Tools', stage: 'gather', keys: ['r'] },
    ...{ icon: IconBooks, run: () => useWindow.getState().open('library') },
  },
  {
    ...{ id: 'lay-in', words: 'Add as layer', group: 'Tools', stage: 'gather', keys: ['w'] },
    ...{ icon: IconLayersSubtract, able: hasChosen },
    run() {
      const source = chosen();
      if (source) addSourceAsLayer(source);
    },
  },
  {
    ...{ id: 'new-from', words: 'New from it', group: 'Tools', stage: 'gather', keys: ['e'] },
    ...{ icon: IconFilePlus, able: hasChosen },
    run() {
      const source = chosen();
      if (source) void compositionFromSource(source);
    },
  },
];
