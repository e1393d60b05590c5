import { isShown, layersInDepth, maskOf } from '@diplex/document';
import { isOutdated } from '../../picks/outdated';
import type { QuickCheck } from './check';

/** Parts of masks that were worked out from what has changed since. */
export const outdated: QuickCheck = ({ composition }) =>
  layersInDepth(composition)
    .filter((layer) => isShown(composition, layer))
    .flatMap((layer) =>
      (maskOf(composition, layer)?.parts ?? [])
        .filter((part) => part.shown && isOutdated(composition, layer.id, part))
        .map(({ name }) => ({
          ...{ weight: 'doubtful', words: `${layer.name}: ${name} is outdated.`, layer: layer.id },
          remedy: 'What it was worked out from has changed. Work it out again under Cut.',
          stage: 'cut',
        })),
    );
