import { type Layer, layersInDepth, withDescendants } from '@diplex/document';
import { Problem } from '../../problems/problem';
import type { FileRequestDto } from '../delivery.dto';
import type { DeliveryContext } from './contents';

/** The layer that a file is of: by its id, or the only one of that name. Throws a Problem. */
export function layerAsked({ layer }: FileRequestDto, { document }: DeliveryContext): Layer {
  if (!layer) {
    throw new Problem('invalid-request', 'A cut-out or a mask is of a layer: name one.');
  }
  const all = document.root.flatMap((id) => withDescendants(document, id));
  const found = all.filter(({ id, name }) => id === layer || name === layer);
  const [only] = found;
  if (only && found.length === 1) return only;
  const names = layersInDepth(document).map(({ name }) => name);
  const detail = only
    ? `Several layers are called “${layer}”. Give them names of their own, or ask by id.`
    : `There is no layer “${layer}” in “${document.title}”. There are: ${names.join(', ')}.`;
  throw new Problem('invalid-request', detail);
}
