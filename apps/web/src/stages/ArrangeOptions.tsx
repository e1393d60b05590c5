import { useHand } from '../bench/hand-store';
import { TOOLS } from '../tools/tools';
import { PlaceOptions } from './PlaceOptions';

/** The options of the tool in hand at Arrange. */
export function ArrangeOptions() {
  const tool = useHand((state) => state.tools.arrange);
  // What places at one press is an action, which tools know nothing of.
  if (tool === 'place') return <PlaceOptions />;
  const Options = tool && TOOLS[tool].Options;
  return Options ? <Options key={tool} /> : null;
}
