import { holderName, type Operation, OperationRefused, unlockedHolder } from './operation';

/** Shows what the mask hid and hides what it showed, for this layer or step. */
export const turnMaskRound: Operation<{ layer: string }> = {
  name: 'turnMaskRound',
  words: (before, { layer }) => `Turned the mask of ${holderName(before, layer)} round`,
  change(draft, args) {
    const { at, name } = unlockedHolder(draft, args.layer);
    if (!at.maskUse) throw new OperationRefused(`${name} has no mask to turn round.`);
    at.maskUse.turnedRound = !at.maskUse.turnedRound;
  },
};
