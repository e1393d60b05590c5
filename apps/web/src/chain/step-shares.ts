import {
  type Composition,
  contentBounds,
  isGlass,
  type Layer,
  layerMatrix,
  type Matrix,
  multiply,
  scaling,
  translation,
} from '@diplex/document';

/** From shares of the width and height of what a layer's steps work on to composition pixels. */
export function sharesOf(scene: Composition, layer: Layer): Matrix {
  if (isGlass(layer)) return scaling(scene.canvas.width, scene.canvas.height);
  const { x, y, width, height } = contentBounds(scene, layer);
  const own = multiply(translation(x, y), scaling(Math.max(1, width), Math.max(1, height)));
  return multiply(layerMatrix(scene, layer), own);
}
