import { type Colour, paletteNeeds } from '@diplex/core';
import type { LetteringLayer } from '@diplex/document';
import { readableLike } from '@diplex/imaging';
import { useEffect, useState } from 'react';
import { useComposition } from '../../bench/composition-store';
import { compositionKey, pageEngine, pageSupply } from '../../bench/engine';
import { coloursBehind } from './use-contrast';

/** Large letters can be read at this contrast (WCAG 2.2, 1.4.3). */
export const READABLE = 3;

/** Colours of the picture in which a text can be read where it lies; the picture's main ones first. */
export function usePalette(layer: LetteringLayer): readonly Colour[] {
  const composition = useComposition((state) => state.composition);
  const [palette, setPalette] = useState<readonly Colour[]>([]);
  useEffect(() => {
    let stays = true;
    const work = async () => {
      const without = layer.id;
      const { sources, painted } = paletteNeeds({ composition, without });
      const letGo = await pageSupply().bring(sources, painted);
      try {
        const ask = { composition: compositionKey(composition), without };
        const [found, behind] = await Promise.all([
          pageEngine().run('palette', ask, { priority: 3 }),
          coloursBehind(composition, layer),
        ]);
        const fitting = found.map((colour) => readableLike(colour, behind, READABLE));
        if (stays) setPalette(apart(fitting.map(asBytes)));
      } finally {
        letGo();
      }
    };
    // A palette is help, not more: without it nothing is missing.
    work().catch(() => stays && setPalette([]));
    return () => {
      stays = false;
    };
  }, [composition, layer]);
  return palette;
}

function asBytes({ r, g, b }: Colour): Colour {
  return { r: Math.round(255 * r), g: Math.round(255 * g), b: Math.round(255 * b) };
}

/** Without those that look like one before them. */
function apart(colours: readonly Colour[]): readonly Colour[] {
  return colours.filter((colour, i) =>
    colours
      .slice(0, i)
      .every(({ r, g, b }) => Math.hypot(r - colour.r, g - colour.g, b - colour.b) > 24),
  );
}
