import { useHand } from '../bench/hand-store';
import { TOOLS } from '../tools/tools';

/** The options of the tool in hand at Match. */
export function MatchOptions() {
  const tool = useHand((state) => state.tools.match);
  const Options = tool && TOOLS[tool].Options;
  return Options ? <Options key={tool} /> : null;
}
