import { isGlass } from '@diplex/document';
import {
  IconArrowAutofitContent,
  IconArrowsMaximize,
  IconFlipHorizontal,
  IconFlipVertical,
  IconFocusCentered,
  IconHandMove,
  IconRotateClockwise2,
} from '@tabler/icons-react';
import type { Action } from './action';
import { fitInHand, layerInHand, place, placeNaturally } from './layer-commands';

/** A glass lies over all of the canvas. */
export function canBePlaced(): boolean {
  const layer = layerInHand();
  return layer !== undefined && !isGlass(layer);
}

const arrange = (action: Omit<Action, 'group' | 'stage'>): Action => ({
  ...{ group: 'Layers', stage: 'arrange', able: canBePlaced },
  ...action,
});

/** What places the layer in hand at one press. */
export const PLACE_ACTIONS: readonly Action[] = [
  arrange({
    ...{ id: 'place-natural', words: 'Natural', icon: IconHandMove },
    run: placeNaturally,
  }),
  arrange({
    ...{ id: 'place-fit', words: 'Inside', icon: IconArrowAutofitContent },
    run: () => fitInHand('fit'),
  }),
  arrange({
    ...{ id: 'place-fill', words: 'Fill', icon: IconArrowsMaximize },
    run: () => fitInHand('fill'),
  }),
  arrange({
    ...{ id: 'place-centre', words: 'Centre', icon: IconFocusCentered },
    run: () => fitInHand('centre'),
  }),
  arrange({
    ...{ id: 'mirror-across', words: 'Mirror', icon: IconFlipHorizontal },
    run: () => place(({ mirrorAcross }) => ({ mirrorAcross: !mirrorAcross })),
  }),
  arrange({
    ...{ id: 'mirror-down', words: 'Upend', icon: IconFlipVertical },
    run: () => place(({ mirrorDown }) => ({ mirrorDown: !mirrorDown })),
  }),
  arrange({
    ...{ id: 'quarter-turn', words: 'Turn 90°', icon: IconRotateClockwise2 },
    run: () => place(({ turn }) => ({ turn: (turn + 90) % 360 })),
  }),
];
