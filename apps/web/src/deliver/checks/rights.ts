import { isPhoto } from '@diplex/document';
import { rightsTroubles } from '../../shelf/terms';
import type { QuickCheck } from './check';

/** Sources that must not be delivered, and those that ask for a credit and have none. */
export const rights: QuickCheck = ({ composition, sources }) =>
  rightsTroubles(composition, sources).map(({ source, words }) => ({
    ...{ weight: 'wrong', words, stage: 'gather' },
    remedy: source.rights
      ? `Its rights say: ${source.rights}`
      : 'Say under Gather what its rights are, or take another source.',
    layer: Object.values(composition.layers)
      .filter(isPhoto)
      .find(({ content }) => content.source === source.hash)?.id,
  }));
