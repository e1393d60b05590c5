import { useHand } from '../bench/hand-store';
import { TOOLS } from '../tools/tools';

/** The options of the tool in hand at Arrange. */
export function ArrangeOptions() {
  const tool = useHand((state) => state.tools.arrange);
  const Options = tool && TOOLS[tool].Options;
  return Options ? <Options key={tool} /> : null;
}
