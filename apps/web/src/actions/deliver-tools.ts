import {
  IconFileTypeJpg,
  IconFileTypePng,
  IconPhotoBolt,
  IconPhotoDown,
  IconPhotoStar,
} from '@tabler/icons-react';
import { fileInHand, useDeliveries } from '../bench/deliver-store';
import { changedFile, formatsFor } from '../deliver/file-kinds';
import type { FileFormat } from '../link/server';
import type { Action } from './action';

function format(name: FileFormat, words: string, key: string, icon: Action['icon']): Action {
  return {
    ...{ id: `format-${name}`, words, group: 'Tools', stage: 'deliver', keys: [key], icon },
    able: () => formatsFor(fileInHand(useDeliveries.getState()).contents).includes(name),
    run() {
      const state = useDeliveries.getState();
      state.setFile(changedFile(fileInHand(state), { format: name }));
    },
  };
}

/** The formats of the file in hand, in tray order. */
export const DELIVER_TOOLS: readonly Action[] = [
  format('png', 'PNG', 'q', IconFileTypePng),
  format('jpeg', 'JPEG', 'w', IconFileTypeJpg),
  format('webp', 'WebP', 'e', IconPhotoDown),
  format('avif', 'AVIF', 'r', IconPhotoBolt),
  format('tiff', 'TIFF', 't', IconPhotoStar),
];
