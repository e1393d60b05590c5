import { aloneOnCanvas, type Composition } from '@diplex/document';
import { Problem } from '../../problems/problem';
import type { FileRequestDto } from '../delivery.dto';
import type { Contents, DeliveryContext } from './contents';
import { layerAsked } from './layer-asked';
import { checkFormat, checkSize, coveredBox, encoderOf, writePicture } from './write-picture';

function alone(request: FileRequestDto, context: DeliveryContext): Composition {
  const layer = layerAsked(request, context);
  const document = aloneOnCanvas(context.document, layer.id);
  if (document) return document;
  const detail = `${layer.name} is a glass: it has no pixels of its own to be cut out. Its mask can be delivered.`;
  throw new Problem('invalid-request', detail);
}

/** One layer or group by itself, with its own colours up to its edge and alpha that they are not multiplied by. */
export const cutOut: Contents = {
  file: encoderOf,
  layer: layerAsked,
  check(request, context) {
    checkFormat(request);
    checkSize(request, context.document.canvas);
    alone(request, context);
    if (encoderOf(request).ending === 'jpg') {
      throw new Problem(
        'invalid-request',
        'JPEG has no alpha. Take PNG, WebP, AVIF or TIFF for a cut-out.',
      );
    }
  },
  async write(request, context, task) {
    const document = alone(request, context);
    if (request.extent !== 'trimmed') {
      return writePicture(request, context, { document, takes: 'colour' }, task);
    }
    const region = await coveredBox(context, document, task.signal);
    if (!region) {
      const { name } = layerAsked(request, context);
      throw new Problem(
        'invalid-request',
        `Nothing of ${name} shows on the canvas, so there is nothing to cut out.`,
      );
    }
    return writePicture(request, context, { document, region, takes: 'colour' }, task);
  },
};
