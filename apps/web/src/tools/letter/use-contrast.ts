import { neededPixels } from '@diplex/core';
import {
  type Composition,
  type FillColour,
  growRect,
  intersectRects,
  isEmpty,
  type LetteringLayer,
  layerBounds,
  roundOut,
} from '@diplex/document';
import { contrastOf } from '@diplex/imaging';
import { useEffect, useState } from 'react';
import { useComposition } from '../../bench/composition-store';
import { compositionKey, pageEngine, pageSupply } from '../../bench/engine';

/** What lies behind a text is looked at in so many places along each side. */
const PLACES = { across: 6, down: 3 } as const;

/** The colours behind a text, over its bounds. */
export async function coloursBehind(composition: Composition, layer: LetteringLayer) {
  const { width, height } = composition.canvas;
  const canvas = { x: 0, y: 0, width, height };
  const bounds = intersectRects(roundOut(growRect(layerBounds(composition, layer), 1)), canvas);
  if (isEmpty(bounds)) return [];
  const hidden = { ...layer, shown: false };
  const scene = { ...composition, layers: { ...composition.layers, [layer.id]: hidden } };
  const key = compositionKey(scene);
  const places = Array.from({ length: PLACES.across * PLACES.down }, (_, i) => ({
    x: Math.floor(bounds.x + (bounds.width * ((i % PLACES.across) + 0.5)) / PLACES.across),
    y: Math.floor(bounds.y + (bounds.height * (Math.floor(i / PLACES.across) + 0.5)) / PLACES.down),
  }));
  const needs = neededPixels(scene, bounds, 1, { kind: 'composition' });
  const letGo = await pageSupply().bring(needs.sources, needs.painted);
  try {
    return await Promise.all(
      places.map((place) =>
        pageEngine().run('probe', { composition: key, ...place, side: 5 }, { priority: 4 }),
      ),
    );
  } finally {
    letGo();
  }
}

/** How a text's colour contrasts with what lies behind it in its worse places, by WCAG; null where nothing lies behind it. */
export async function contrastNow(
  composition: Composition,
  layer: LetteringLayer,
): Promise<number | null> {
  const { fill } = layer.content;
  const colour: FillColour | null = fill?.by === 'colour' ? fill.colour : fill ? fill.first : null;
  if (!colour) return null;
  const behind = await coloursBehind(composition, layer);
  const own = { r: colour.r / 255, g: colour.g / 255, b: colour.b / 255 };
  const each = behind.map((other) => contrastOf(own, other)).sort((a, b) => a - b);
  // A text is as hard to read as its worse places.
  return each[Math.floor(each.length / 4)] ?? null;
}

/** The contrast by WCAG of a text's colour with what lies behind it, on the whole; null until it is known. */
export function useContrast(layer: LetteringLayer): number | null {
  const composition = useComposition((state) => state.composition);
  const [contrast, setContrast] = useState<number | null>(null);
  useEffect(() => {
    let stays = true;
    contrastNow(composition, layer).then(
      (found) => stays && setContrast(found),
      () => stays && setContrast(null),
    );
    return () => {
      stays = false;
    };
  }, [composition, layer]);
  return contrast;
}
