import { coverageOnCanvas } from '@diplex/document';
import { Problem } from '../../problems/problem';
import type { FileRequestDto } from '../delivery.dto';
import type { Contents } from './contents';
import { layerAsked } from './layer-asked';
import { encoderOf, writePicture } from './write-picture';

/** Grey has no colours to be kept in a space. */
function asGrey(request: FileRequestDto): FileRequestDto {
  return { ...request, bits: request.bits === 8 ? 8 : 16, space: 'srgb' };
}

/** How much of a layer shows where, as grey of 16 bits: 0 nothing, white all. */
export const mask: Contents = {
  file: encoderOf,
  layer: layerAsked,
  check(request, context) {
    layerAsked(request, context);
    const { grey, words } = encoderOf(request);
    if (grey === 'held') return;
    throw new Problem(
      'invalid-request',
      `${words} does not hold grey of 16 bits. Take PNG or TIFF for a mask.`,
    );
  },
  write(request, context, task) {
    const layer = layerAsked(request, context);
    const document = coverageOnCanvas(context.document, layer.id) ?? context.document;
    return writePicture(asGrey(request), context, { document, takes: 'coverage' }, task);
  },
};
