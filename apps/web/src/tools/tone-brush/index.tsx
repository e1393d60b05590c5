import type { Icon } from '@tabler/icons-react';
import {
  IconBlur,
  IconBrightnessHalf,
  IconColorSwatch,
  IconDropletHalf2,
  IconTemperature,
} from '@tabler/icons-react';
import { scaledRadius } from '../strokes/scaled-radius';
import type { ToolHome } from '../tool-home';
import { useToneBrush } from './settings';
import { ToneBrushOptions } from './ToneBrushOptions';
import { ToneBrushSentence } from './ToneBrushSentence';
import { toneBrushTool } from './tone-brush';

/** The brush of a kind of step. */
function toneBrush(kind: string, tray: { words: string; key: string; icon: Icon }): ToolHome {
  const setBrush = (change: Partial<ReturnType<typeof useToneBrush.getState>['brush']>) => {
    const { brush, set } = useToneBrush.getState();
    set({ brush: { ...brush, ...change } });
  };
  return {
    tool: toneBrushTool(kind),
    tray,
    Options: () => <ToneBrushOptions kind={kind} />,
    Sentence: ({ holder }) => <ToneBrushSentence kind={kind} layer={holder} />,
    useRing() {
      const { brush, way } = useToneBrush();
      return { radius: brush.radius, softness: brush.softness, gives: way === 'does' };
    },
    cursor: 'none',
    twoButtons: true,
    turnRound() {
      const { way, set } = useToneBrush.getState();
      set({ way: way === 'does' ? 'undoes' : 'does' });
    },
    scale: (by) => setBrush({ radius: scaledRadius(useToneBrush.getState().brush.radius, by) }),
    takeDial: (radius, softness) => setBrush({ radius, softness }),
  };
}

export const dodgeBurn = toneBrush('dodge-burn', {
  ...{ words: 'Dodge, burn', key: 't', icon: IconBrightnessHalf },
});
export const drainEnrich = toneBrush('drain-enrich', {
  ...{ words: 'Drain, enrich', key: 'a', icon: IconDropletHalf2 },
});
export const warmCool = toneBrush('warm-cool', {
  ...{ words: 'Warm, cool', key: 's', icon: IconTemperature },
});
export const softenSharpen = toneBrush('soften-sharpen', {
  ...{ words: 'Soften, sharpen', key: 'd', icon: IconBlur },
});
export const tintBrush = toneBrush('tint-brush', {
  ...{ words: 'Tint', key: 'f', icon: IconColorSwatch },
});
