import {
  type Icon,
  IconAdjustments,
  IconArrowsMove,
  IconPhotoPlus,
  IconScissors,
  IconSparkles,
  IconTransferOut,
} from '@tabler/icons-react';

export const STAGES = [
  { name: 'gather', number: 1, words: 'Gather', icon: IconPhotoPlus },
  { name: 'cut', number: 2, words: 'Cut', icon: IconScissors },
  { name: 'arrange', number: 3, words: 'Arrange', icon: IconArrowsMove },
  { name: 'match', number: 4, words: 'Match', icon: IconAdjustments },
  { name: 'finish', number: 5, words: 'Finish', icon: IconSparkles },
  { name: 'deliver', number: 6, words: 'Deliver', icon: IconTransferOut },
] as const satisfies readonly { name: string; number: number; words: string; icon: Icon }[];

export type StageName = (typeof STAGES)[number]['name'];

export function isStage(name: string | undefined): name is StageName {
  return STAGES.some((stage) => stage.name === name);
}
