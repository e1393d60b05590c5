import type { LayerBlending } from '@diplex/document';

/** A layer of an OpenRaster picture: pixels of a file in the archive, their corner at x, y. */
export interface StackLayer {
  readonly kind: 'layer';
  readonly name: string;
  readonly src: string;
  readonly x: number;
  readonly y: number;
  readonly opacity: number;
  readonly shown: boolean;
  readonly locked: boolean;
  readonly blending: LayerBlending;
}

/** Layers as one thing. */
export interface StackGroup {
  readonly kind: 'group';
  readonly name: string;
  readonly opacity: number;
  readonly shown: boolean;
  readonly locked: boolean;
  readonly blending: LayerBlending;
  readonly isolated: boolean;
  /** Far to near. */
  readonly children: readonly StackItem[];
}

export type StackItem = StackLayer | StackGroup;

export interface StackImage {
  readonly width: number;
  readonly height: number;
  /** Far to near. */
  readonly children: readonly StackItem[];
}

/** Blend modes by the standard's names; those that are not here it does not have. */
const OPERATIONS: Partial<Readonly<Record<LayerBlending, string>>> = {
  normal: 'svg:src-over',
  multiply: 'svg:multiply',
  screen: 'svg:screen',
  overlay: 'svg:overlay',
  darken: 'svg:darken',
  lighten: 'svg:lighten',
  'color-dodge': 'svg:color-dodge',
  'color-burn': 'svg:color-burn',
  'hard-light': 'svg:hard-light',
  'soft-light': 'svg:soft-light',
  difference: 'svg:difference',
  color: 'svg:color',
  luminosity: 'svg:luminosity',
  hue: 'svg:hue',
  saturation: 'svg:saturation',
  'plus-lighter': 'svg:plus',
};

/** Whether the standard has a name for a blend mode. */
export function hasOperation(blending: LayerBlending): boolean {
  return blending in OPERATIONS;
}

/** The blend mode that a name of the standard means; undefined for those that we do not have. */
export function blendingOf(operation: string): LayerBlending | undefined {
  const found = Object.entries(OPERATIONS).find(([, name]) => name === operation);
  return found?.[0] as LayerBlending | undefined;
}

/** Writes what `stack.xml` says of an item as attributes. */
export function attributesOf(item: StackItem): Record<string, string> {
  return {
    name: item.name,
    opacity: String(item.opacity),
    visibility: item.shown ? 'visible' : 'hidden',
    'composite-op': OPERATIONS[item.blending] ?? 'svg:src-over',
    ...(item.locked ? { 'edit-locked': 'true' } : {}),
    ...(item.kind === 'layer'
      ? { src: item.src, x: String(item.x), y: String(item.y) }
      : { isolation: item.isolated ? 'isolate' : 'auto' }),
  };
}
