import { castDraft } from 'mutative';
import type { Area } from '../composition';
import { type Operation, OperationRefused } from './operation';

export type AreaChange = Partial<Omit<Area, 'mask'>>;

function said({ lies, turnedRound, inUse }: AreaChange): string {
  if (lies !== undefined) return 'Moved the area';
  if (turnedRound !== undefined) return 'Turned the area round';
  return inUse ? 'Took the area up again' : 'Put the area away';
}

/** Moves the area, turns it round, puts it away or takes it up again. */
export const changeArea: Operation<{ change: AreaChange }> = {
  name: 'changeArea',
  words: (_, { change }) => said(change),
  change(draft, { change }) {
    if (!draft.area) throw new OperationRefused('There is no area yet. Draw one first.');
    Object.assign(draft.area, castDraft(change));
  },
};
