import { layerBounds, type Rect, setPlacement, uniteRects } from '@diplex/document';
import {
  IconLayoutAlignBottom,
  IconLayoutAlignCenter,
  IconLayoutAlignLeft,
  IconLayoutAlignMiddle,
  IconLayoutAlignRight,
  IconLayoutAlignTop,
  IconLayoutDistributeHorizontal,
  IconLayoutDistributeVertical,
} from '@tabler/icons-react';
import { useState } from 'react';
import { useComposition } from '../bench/composition-store';
import { useHand } from '../bench/hand-store';
import { Choice } from '../controls/Choice';
import { IconButton } from '../controls/IconButton';
import { Section } from '../controls/Inspector';
import { aligned, distributed } from '../tools/place/align';
import { chosenToPlace } from '../tools/place/chosen';
import { movedPlacement } from '../tools/place/place-tool';

const WAYS = [
  { icon: IconLayoutAlignLeft, words: 'Left edges', axis: 'x', share: 0 },
  { icon: IconLayoutAlignCenter, words: 'Middles across', axis: 'x', share: 0.5 },
  { icon: IconLayoutAlignRight, words: 'Right edges', axis: 'x', share: 1 },
  { icon: IconLayoutAlignTop, words: 'Upper edges', axis: 'y', share: 0 },
  { icon: IconLayoutAlignMiddle, words: 'Middles down', axis: 'y', share: 0.5 },
  { icon: IconLayoutAlignBottom, words: 'Lower edges', axis: 'y', share: 1 },
] as const;

const GAPS = [
  { icon: IconLayoutDistributeHorizontal, words: 'Equal gaps across', axis: 'x' },
  { icon: IconLayoutDistributeVertical, words: 'Equal gaps down', axis: 'y' },
] as const;

type To = 'canvas' | 'chosen' | 'in hand';

/** Moves layers, each by its own way, as one step of the hand. */
function moveEach(
  words: string,
  moves: (bounds: readonly Rect[]) => readonly { x: number; y: number }[],
): void {
  const layers = chosenToPlace();
  const { composition, performAll } = useComposition.getState();
  const bounds = layers.map((layer) => layerBounds(composition, layer));
  const by = moves(bounds);
  performAll(words, (doing) => {
    layers.forEach((layer, i) => {
      const { x, y, width, height } = bounds[i] as Rect;
      const from = { x: x + width / 2, y: y + height / 2 };
      const placement = movedPlacement(composition, layer, from, by[i] ?? { x: 0, y: 0 });
      if (placement) doing(setPlacement, { layer: layer.id, placement });
    });
  });
}

/** Brings the chosen layers to common edges and middles, and makes the gaps between them equal. */
export function AlignSection() {
  const [to, setTo] = useState<To>('canvas');
  const several = useHand((state) => state.alsoChosen.length + 1);
  const goal = (bounds: readonly Rect[]): Rect => {
    const { composition } = useComposition.getState();
    const { width, height } = composition.canvas;
    const whole = { x: 0, y: 0, width, height };
    if (to === 'canvas' || several === 1) return whole;
    const inHand = useHand.getState().layer;
    const at = chosenToPlace().findIndex(({ id }) => id === inHand);
    return to === 'in hand' ? (bounds[at] ?? whole) : bounds.reduce(uniteRects);
  };
  return (
    <Section title="Align" aside={several > 1 ? `${several} layers` : 'to the canvas'}>
      {several > 1 && (
        <Choice
          label="Align to"
          value={to}
          options={[
            { value: 'canvas', words: 'canvas' },
            { value: 'chosen', words: 'all chosen' },
            { value: 'in hand', words: 'one in hand' },
          ]}
          onChoose={setTo}
        />
      )}
      <div className="mt-1 flex flex-wrap gap-1">
        {WAYS.map(({ icon, words, axis, share }) => (
          <IconButton
            key={words}
            icon={icon}
            words={words}
            onPress={() =>
              moveEach(words, (bounds) => aligned(bounds, goal(bounds), { axis, share }))
            }
          />
        ))}
        {several > 2 &&
          GAPS.map(({ icon, words, axis }) => (
            <IconButton
              key={words}
              icon={icon}
              words={words}
              onPress={() => moveEach(words, (bounds) => distributed(bounds, axis))}
            />
          ))}
      </div>
    </Section>
  );
}
