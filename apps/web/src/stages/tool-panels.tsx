import { isGenerated } from '@diplex/document';
import { useHand } from '../bench/hand-store';
import type { StageName } from '../bench/stages';
import { useLayerInHand } from '../bench/use-layer-in-hand';
import { ColourSentence } from '../chain/ColourSentence';
import { TOOLS } from '../tools/tools';

/** The options of the tool in hand at a stage. */
export function optionsAt(stage: StageName) {
  return function ToolOptions() {
    const tool = useHand((state) => state.tools[stage]);
    const Options = tool && TOOLS[tool].Options;
    return Options ? <Options key={tool} /> : null;
  };
}

/** The section of the inspector that belongs to the tool in hand at a stage. */
export function sectionAt(stage: StageName) {
  return function ToolSection() {
    const tool = useHand((state) => state.tools[stage]);
    const Section = tool && TOOLS[tool].Section;
    return Section ? <Section key={tool} /> : null;
  };
}

/** What the next stroke will change of the layer in hand at a stage whose tools change layers. */
export function sentenceAt(stage: StageName) {
  return function ToolSentence() {
    const layer = useLayerInHand();
    const { tools, colourWanted } = useHand();
    if (colourWanted) return <ColourSentence wanted={colourWanted} />;
    if (!layer) return 'No layer is in hand: choose a card above to say what is changed.';
    const name = <b>{layer.name}</b>;
    if (layer.locked) return <>{name} is locked: nothing changes until you unlock it.</>;
    // What is generated may be hidden and masks go by it all the same, as by shards.
    if (!layer.shown && !isGenerated(layer))
      return <>{name} is hidden: light its lamp before you change it.</>;
    const tool = tools[stage];
    const Sentence = tool && TOOLS[tool].Sentence;
    const told = { holder: layer, mask: undefined, part: undefined, whose: name, rule: '' };
    return Sentence ? <Sentence {...told} /> : null;
  };
}
