import { animation } from './animation';
import { archive } from './archive';
import { comparison } from './comparison';
import type { ContentName } from './content-names';
import type { Contents } from './contents';
import { cutOut } from './cut-out';
import { layers } from './layers';
import { mask } from './mask';
import { openraster } from './openraster';
import { picture } from './picture';
import { sheet } from './sheet';

/** What can be delivered. To add one: a file, a name in content-names.ts and a line here. */
export const CONTENTS: Readonly<Record<ContentName, Contents>> = {
  picture,
  'cut-out': cutOut,
  mask,
  layers,
  openraster,
  archive,
  comparison,
  animation,
  sheet,
};
