import { invert, type Matrix, multiply } from '../geometry/matrix';
import { type Placement, placementMatrix, type Size } from '../geometry/placement';

// What a composition was up to schema 5, as far as its migration looks into it. Everything that schemas
// 2 to 5 added may be left out, so a document of schema 1 to 4 is one of schema 5.

export interface OldUse {
  readonly mask: string;
  readonly linked: boolean;
  readonly turnedRound: boolean;
  readonly lies: Matrix;
  readonly density?: number;
}

export interface OldLayer {
  readonly id: string;
  readonly kind: string;
  readonly name: string;
  readonly shown: boolean;
  readonly locked: boolean;
  readonly opacity: number;
  readonly blending: string;
  readonly placement: Placement;
  readonly size: Size;
  readonly maskUse: OldUse | null;
  readonly source?: string;
  readonly fill?: unknown;
}

export interface OldPart {
  readonly kind: string;
  readonly recipe?: { readonly from?: string };
  readonly seen?: string;
}

/** What a mask said of the edge of whatever used it. */
export interface OldEdge {
  readonly fringe?: number;
  readonly fringeWidth?: number;
  readonly fringeWhere?: string;
  readonly fringeBrushed?: unknown;
  readonly tint?: number;
  readonly tintWidth?: number;
}

export interface OldMask extends OldEdge {
  readonly id: string;
  readonly parts: readonly OldPart[];
}

export interface OldComposition {
  readonly schema: number;
  readonly mixIn: string;
  readonly layers: readonly OldLayer[];
  readonly masks: readonly OldMask[];
}

/** FNV-1a of a text's UTF-16 units, as eight hexadecimal digits. */
function digestOf(text: string): string {
  let hash = 0x811c9dc5;
  for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193);
  return (hash >>> 0).toString(16).padStart(8, '0');
}

function rounded(matrix: Matrix): number[] {
  return matrix.map((value) => Math.round(value * 1e4) / 1e4 + 0);
}

function layerMap(layer: OldLayer): Matrix {
  return placementMatrix(layer.placement, layer.size);
}

function maskMap(layer: OldLayer): Matrix {
  const use = layer.maskUse;
  if (!use) return layerMap(layer);
  return use.linked ? multiply(layerMap(layer), use.lies) : use.lies;
}

const contentOf = (layer: OldLayer) => (layer.kind === 'photo' ? layer.source : layer.fill);

/** The digest of what lay under a layer's mask, as schema 5 made it: see `PickedPart.seen`. */
export function oldPictureSeen(scene: OldComposition, layer: OldLayer, from: string): string {
  const onCanvas = maskMap(layer);
  if (from === 'layer') {
    const onLayer = multiply(invert(layerMap(layer)), onCanvas);
    return digestOf(JSON.stringify([contentOf(layer), rounded(onLayer)]));
  }
  const onMask = invert(onCanvas);
  const shown = scene.layers.filter((each) => each.shown && each.opacity > 0);
  const seen = shown.map((each) => {
    const lies = rounded(multiply(onMask, layerMap(each)));
    const look = [contentOf(each), each.opacity, each.blending, each.size, lies];
    if (each.id === layer.id || !each.maskUse) return look;
    const { turnedRound, density, mask } = each.maskUse;
    const maskLies = rounded(multiply(onMask, maskMap(each)));
    return [...look, turnedRound, density, maskLies, scene.masks.find(({ id }) => id === mask)];
  });
  return digestOf(JSON.stringify([scene.mixIn, seen]));
}
