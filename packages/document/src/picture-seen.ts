import { type Composition, type Layer, maskOf, type PickedFrom } from './composition';
import { invert, type Matrix, multiply } from './geometry/matrix';
import { layerMatrix, maskMatrix } from './placing';

/** FNV-1a of a text's UTF-16 units, as eight hexadecimal digits. */
function digestOf(text: string): string {
  let hash = 0x811c9dc5;
  for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193);
  return (hash >>> 0).toString(16).padStart(8, '0');
}

function contentOf(layer: Layer): unknown {
  return layer.kind === 'photo' ? layer.source : layer.fill;
}

/** Linking and unlinking a mask moves nothing, but for the last digits. */
function rounded(matrix: Matrix): number[] {
  return matrix.map((value) => Math.round(value * 1e4) / 1e4 + 0);
}

/**
 * A digest of what lies under the pixels of a layer's mask, and thus of what is picked for it: it changes
 * when the layer's own picture comes to lie otherwise under the mask, or, where the composition is looked
 * at, when anything that shows in it changes. The layer's own mask does not count: it is what is made.
 */
export function pictureSeen(composition: Composition, layer: Layer, from: PickedFrom): string {
  const onCanvas = maskMatrix(layer);
  if (from === 'layer') {
    const onLayer = multiply(invert(layerMatrix(layer)), onCanvas);
    return digestOf(JSON.stringify([contentOf(layer), rounded(onLayer)]));
  }
  const onMask = invert(onCanvas);
  const shown = composition.layers.filter((each) => each.shown && each.opacity > 0);
  const seen = shown.map((each) => {
    const lies = rounded(multiply(onMask, layerMatrix(each)));
    const look = [contentOf(each), each.opacity, each.blending, each.size, lies];
    if (each.id === layer.id || !each.maskUse) return look;
    const { turnedRound, density } = each.maskUse;
    const maskLies = rounded(multiply(onMask, maskMatrix(each)));
    return [...look, turnedRound, density, maskLies, maskOf(composition, each)];
  });
  return digestOf(JSON.stringify([composition.mixIn, seen]));
}
