import { layerName, type Operation, unlockedLayer } from './operation';

/** Lays a layer flat for now, as if it were neither bent nor in a plane; or puts it up again. */
export const layFlat: Operation<{ layer: string; flat: boolean }> = {
  name: 'layFlat',
  words: (before, { layer, flat }) =>
    flat ? `Laid ${layerName(before, layer)} flat` : `Put ${layerName(before, layer)} up again`,
  change(draft, args) {
    unlockedLayer(draft, args.layer).laidFlat = args.flat;
  },
};
