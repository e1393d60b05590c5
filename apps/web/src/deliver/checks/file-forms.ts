import { layerById, withDescendants } from '@diplex/document';
import type { Finding, QuickCheck } from './check';

/** What of the files does not fit the composition, or each other. */
export const fileForms: QuickCheck = ({ composition, files }) =>
  files.flatMap((file, place): Finding[] => {
    const found: Finding[] = [];
    const which = `File ${place + 1}`;
    const { contents, layer = '', space, bits } = file;
    if (contents === 'cut-out' || contents === 'mask') {
      const all = composition.root.flatMap((id) => withDescendants(composition, id));
      const named = layerById(composition, layer) ?? all.find(({ name }) => name === layer);
      if (!named) {
        const words = `${which} is of a layer that this composition does not have.`;
        found.push({ weight: 'wrong', words, remedy: 'Choose the layer in its settings.' });
      }
    }
    if (space === 'linear' && bits === 8) {
      found.push({
        ...{
          weight: 'doubtful',
          words: `${which} is in linear light with 8 bits: its darks show bands.`,
        },
        remedy: 'Take 16 bits or floats for it, or sRGB.',
      });
    }
    return found;
  });
