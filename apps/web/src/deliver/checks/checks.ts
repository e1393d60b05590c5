import type { LongCheck, QuickCheck } from './check';
import { clipped } from './clipped';
import { enlarged } from './enlarged';
import { fileForms } from './file-forms';
import { letteringFaint, letteringOff } from './lettering-off';
import { outdated } from './outdated';
import { outsideProfile } from './outside-profile';
import { rights } from './rights';
import { switchedOff } from './switched-off';
import { things } from './things';

/** What can be told of the document at once. To add one: a file and a line here, or below. */
export const QUICK_CHECKS: readonly QuickCheck[] = [
  ...[rights, outdated, letteringOff, enlarged, fileForms, switchedOff],
];

/** What has to look at pixels, and takes a while. */
export const LONG_CHECKS: readonly LongCheck[] = [
  ...[clipped, outsideProfile, letteringFaint, things],
];
