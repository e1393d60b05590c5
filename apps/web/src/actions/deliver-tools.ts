import {
  IconFileTypeJpg,
  IconFileTypePng,
  IconPhotoDown,
  IconPhotoStar,
} from '@tabler/icons-react';
import { useDeliveries } from '../bench/deliver-store';
import type { ExportRequest } from '../link/server';
import type { Action } from './action';

function format(
  name: ExportRequest['format'],
  words: string,
  key: string,
  icon: Action['icon'],
): Action {
  const run = () => useDeliveries.getState().set({ format: name });
  return { id: `format-${name}`, words, group: 'Tools', stage: 'deliver', keys: [key], icon, run };
}

/** The formats to deliver in, in tray order. */
export const DELIVER_TOOLS: readonly Action[] = [
  format('png', 'PNG', 'q', IconFileTypePng),
  format('jpeg', 'JPEG', 'w', IconFileTypeJpg),
  format('webp', 'WebP', 'e', IconPhotoDown),
  format('tiff', 'TIFF', 'r', IconPhotoStar),
];
