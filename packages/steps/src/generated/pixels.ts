import { type FloatImage, unwrittenImage } from '@diplex/imaging';
import { decodeExactly } from '@diplex/kernels';
import type { StepColour } from '../fields';
import type { GeneratedPart } from './generated';

export type Light = readonly [red: number, green: number, blue: number];

/** A colour as linear light. */
export function lightOf({ r, g, b }: StepColour): Light {
  return [decodeExactly(r / 255), decodeExactly(g / 255), decodeExactly(b / 255)];
}

/**
 * An image that a function fills: it is given the middle of each pixel in the layer's own pixels, and writes light and
 * alpha, premultiplied.
 */
export function filledByPlace(
  { part, scale, origin }: GeneratedPart,
  at: (x: number, y: number, to: Float32Array, i: number) => void,
): FloatImage {
  const made = unwrittenImage(part.width, part.height);
  for (let v = 0, i = 0; v < part.height; v++) {
    const y = (part.y + v + 0.5 - origin.y) / scale;
    for (let u = 0; u < part.width; u++, i += 4) {
      at((part.x + u + 0.5 - origin.x) / scale, y, made.data, i);
    }
  }
  return made;
}

/** The part that is asked for, in the layer's own pixels, and so much around it. */
export function ownPart({ part, scale, origin }: GeneratedPart, margin: number) {
  return {
    left: (part.x - origin.x) / scale - margin,
    top: (part.y - origin.y) / scale - margin,
    right: (part.x + part.width - origin.x) / scale + margin,
    bottom: (part.y + part.height - origin.y) / scale + margin,
  };
}
