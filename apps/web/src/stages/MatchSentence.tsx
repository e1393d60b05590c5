import { useHand } from '../bench/hand-store';
import { useLayerInHand } from '../bench/use-layer-in-hand';
import { ColourSentence } from '../chain/ColourSentence';
import { TOOLS } from '../tools/tools';

/** What the next stroke will change of the layer in hand. */
export function MatchSentence() {
  const layer = useLayerInHand();
  const { tools, colourWanted } = useHand();
  if (colourWanted) return <ColourSentence wanted={colourWanted} />;
  if (!layer) return 'No layer is in hand: choose a card above to say what is changed.';
  const name = <b>{layer.name}</b>;
  if (layer.locked) return <>{name} is locked: nothing changes until you unlock it.</>;
  if (!layer.shown) return <>{name} is hidden: light its lamp before you change it.</>;
  const Sentence = tools.match && TOOLS[tools.match].Sentence;
  const told = { holder: layer, mask: undefined, part: undefined, whose: name, rule: '' };
  return Sentence ? <Sentence {...told} /> : null;
}
