import { isPhoto, isShown, layerMatrix, layersInDepth } from '@diplex/document';
import { sizedExtent } from '@diplex/formats';
import type { Finding, QuickCheck } from './check';

/** Up to this nobody sees that pixels were made up; from the second on everybody does. */
const [LEAST, MUCH] = [1.1, 2];

/** How many pixels of the canvas one of a photograph's covers along a side, the longer way. */
function enlargement([a, b, c, d]: readonly number[]): number {
  return Math.max(Math.hypot(a as number, b as number), Math.hypot(c as number, d as number));
}

/** Photographs that are drawn larger than they were taken, and files that are larger than the canvas. */
export const enlarged: QuickCheck = ({ composition, files }) => [
  ...layersInDepth(composition)
    .filter((layer) => isPhoto(layer) && isShown(composition, layer))
    .flatMap((layer): Finding[] => {
      const times = enlargement(layerMatrix(composition, layer));
      if (times < LEAST) return [];
      return [
        {
          weight: times >= MUCH ? 'doubtful' : 'look',
          words: `${layer.name} is enlarged ${times.toFixed(1)} times beyond its pixels.`,
          remedy: 'Take a larger photograph, or make it smaller under Arrange.',
          ...{ layer: layer.id, stage: 'arrange' },
        },
      ];
    }),
  ...files.flatMap(({ size }, place): Finding[] => {
    if (!size) return [];
    const times = sizedExtent(composition.canvas, size).width / composition.canvas.width;
    if (times < LEAST) return [];
    return [
      {
        weight: 'doubtful',
        words: `File ${place + 1} is ${times.toFixed(1)} times as large as the composition.`,
        remedy: 'It gets no more detail by that. Ask for a smaller size.',
      },
    ];
  }),
];
