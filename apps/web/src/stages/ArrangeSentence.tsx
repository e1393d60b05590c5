import { useHand } from '../bench/hand-store';
import { useLayerInHand } from '../bench/use-layer-in-hand';
import { ColourSentence } from '../chain/ColourSentence';
import { TOOLS } from '../tools/tools';

/** The tools that change where a layer lies. */
const MOVING: ReadonlySet<string> = new Set(['place', 'bend', 'stand']);

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
  const Sentence = tools.arrange && TOOLS[tools.arrange].Sentence;
  const told = { holder: layer, mask: undefined, part: undefined, whose: name, rule: '' };
  return Sentence ? <Sentence {...told} /> : null;
}
