import type { Content, Layer } from '@diplex/document';
import { useHand } from '../bench/hand-store';
import { useLayerInHand } from '../bench/use-layer-in-hand';
import { ColourSentence } from '../chain/ColourSentence';
import { TOOLS } from '../tools/tools';

/** The tools that change where a layer lies. */
const MOVING: ReadonlySet<string> = new Set(['place', 'bend', 'stand']);

/** What a layer is made of that a tool changes; the others draw a new one, or move what is there. */
const CHANGES: Readonly<Record<string, readonly Content['kind'][] | 'any'>> = {
  ...{ push: 'any', paint: ['paint'], clone: ['paint'], letter: ['lettering'] },
};

function wouldChange(tool: string | null, { content }: Layer): boolean {
  const kinds = CHANGES[tool ?? ''] ?? [];
  return kinds === 'any' || kinds.includes(content.kind);
}

/** What a drag on the picture will move. */
export function ArrangeSentence() {
  const layer = useLayerInHand();
  const { tools, colourWanted } = useHand();
  if (colourWanted) return <ColourSentence wanted={colourWanted} />;
  if (!layer) return 'No layer is in hand: choose a card above to say what is moved.';
  const name = <b>{layer.name}</b>;
  if (layer.locked) return <>{name} is locked: nothing moves until you unlock it.</>;
  if (layer.placeLocked && tools.arrange && MOVING.has(tools.arrange)) {
    return <>The place of {name} is locked: nothing moves until you unlock it.</>;
  }
  if (layer.pixelsLocked && wouldChange(tools.arrange, layer)) {
    return <>The pixels of {name} are locked: nothing is drawn until you unlock them.</>;
  }
  const Sentence = tools.arrange && TOOLS[tools.arrange].Sentence;
  const told = { holder: layer, mask: undefined, part: undefined, whose: name, rule: '' };
  return Sentence ? <Sentence {...told} /> : null;
}
