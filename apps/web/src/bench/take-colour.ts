import { neededPixels } from '@diplex/core';
import type { FillColour, Point } from '@diplex/document';
import { useComposition } from './composition-store';
import { compositionKey, pageEngine, pageSupply } from './engine';

/** The sides of a patch whose mean colour is taken, in composition pixels. */
export const PATCH_SIDES = [1, 5, 15, 51] as const;
export type PatchSide = (typeof PATCH_SIDES)[number];

/** The mean colour that the picture shows about a place; null where it shows nothing. */
export async function takeColour({ x, y }: Point, side: PatchSide): Promise<FillColour | null> {
  const { composition } = useComposition.getState();
  const [column, row] = [Math.floor(x), Math.floor(y)];
  const half = Math.floor(side / 2);
  const region = { x: column - half, y: row - half, width: side, height: side };
  const needs = neededPixels(composition, region, 1, { kind: 'composition' });
  const letGo = await pageSupply().bring(needs.sources, needs.painted);
  try {
    const ask = { composition: compositionKey(composition), x: column, y: row, side };
    const { r, g, b, alpha } = await pageEngine().run('probe', ask, { priority: 30 });
    const whole = (value: number) => Math.round(255 * value);
    return alpha > 0 ? { r: whole(r), g: whole(g), b: whole(b), alpha: 1 } : null;
  } finally {
    letGo();
  }
}
