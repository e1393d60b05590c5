import {
  addMask,
  addPart,
  convertPart,
  type Layer,
  layerById,
  type Mask,
  maskOf,
  newId,
  type PickedPart,
} from '@diplex/document';
import { useComposition } from '../bench/composition-store';
import { freshName } from '../bench/mask-in-hand';
import { tellProblem } from '../bench/notice-store';
import { gridOf, layCoverage } from '../picks/lay-coverage';
import { laidPart } from './area-commands';

/** Makes a painted part of one that is not, to go on with the brush. */
export function convertToPainted(layer: Layer, mask: Mask, part: string): void {
  const from = { of: 'part' as const, layer: layer.id, part };
  layCoverage(`Converting a part of ${layer.name}`, gridOf(layer), from, (tiles) =>
    useComposition.getState().perform(convertPart, { mask: mask.id, part, tiles }),
  );
}

/** Adds the shape of another layer (its mask, its border, its alpha) to a layer's mask. */
export function addShapeOf(other: string, layer: Layer): void {
  const { composition } = useComposition.getState();
  const source = layerById(composition, other);
  if (!source) return;
  if (layer.locked) return tellProblem(`${layer.name} is locked. Unlock it to change its mask.`);
  const words = `The shape of ${source.name} on ${layer.name}`;
  layCoverage(words, gridOf(layer), { of: 'layer', layer: other }, (tiles) => {
    const now = useComposition.getState();
    const current = layerById(now.composition, layer.id);
    if (!current) return;
    const own = maskOf(now.composition, current);
    const part: PickedPart = {
      ...laidPart(tiles, 'add', own),
      ...{ name: freshName(own, 'Shape'), recipe: { by: 'laid', of: source.name } },
    };
    if (own) return void now.perform(addPart, { mask: own.id, part });
    const mask: Mask = {
      ...{ id: newId(), name: 'Mask', startsFrom: 'empty', parts: [part], feather: 0 },
    };
    now.perform(addMask, { layer: layer.id, mask, words });
  });
}
