import type { Composition, Rect } from '@diplex/document';
import type { View } from '../render/view';
import { damage, touched } from './damage';
import { TilesNode } from './nodes/part-nodes';
import { PushNode } from './nodes/push-node';
import { clipped, inWholePixels, type Region } from './region';
import { viewGraph } from './view-graph';

/** The canvas at a scale, in whole output pixels. */
function canvasAt({ canvas }: Composition, scale: number): Rect {
  return {
    x: 0,
    y: 0,
    width: Math.ceil(canvas.width * scale),
    height: Math.ceil(canvas.height * scale),
  };
}

/** What of a region lies on the canvas, in whole pixels. */
function onCanvas(region: Region, composition: Composition, scale: number): readonly Rect[] {
  const whole = clipped(inWholePixels(region), [canvasAt(composition, scale)]);
  return whole === 'everywhere' ? [] : whole;
}

/**
 * What may look different in a view after a change, in whole output pixels at a scale: none where nothing
 * does, 'everywhere' when the canvas itself changed.
 */
export function viewDamage(
  before: Composition,
  after: Composition,
  view: View,
  scale: number,
): Region {
  if (before === after) return [];
  const [was, is] = [before.canvas, after.canvas];
  if (was.width !== is.width || was.height !== is.height) return 'everywhere';
  const region = damage(viewGraph(before, view).node, viewGraph(after, view).node, scale);
  return onCanvas(region, after, scale);
}

/**
 * What a stroke that paints in place may have changed in a view, in whole output pixels at a scale.
 * @param stroke its name, as in that of its tiles
 * @param pixels what it touched, in pixels of the mask
 */
export function strokeDamage(
  composition: Composition,
  view: View,
  scale: number,
  stroke: string,
  pixels: Rect,
): readonly Rect[] {
  const { node } = viewGraph(composition, view);
  const region = touched(node, scale, (leaf, at) =>
    (leaf instanceof TilesNode || leaf instanceof PushNode) && leaf.paintedBy(stroke)
      ? [leaf.placeOf(pixels, at)]
      : [],
  );
  return onCanvas(region, composition, scale);
}
