import { useHand } from '../bench/hand-store';
import type { StageName } from '../bench/stages';
import { useLayerInHand } from '../bench/use-layer-in-hand';
import { useMaskHolder } from '../bench/use-mask-holder';
import { Inspector } from '../controls/Inspector';
import { NoLayer } from '../frame/NoLayer';
import { Tray } from '../frame/Tray';
import type { StageHome } from './stage-home';

interface StagePanelsProps {
  readonly stage: StageName;
  readonly home: StageHome;
}

/** The tray and the inspector of a stage. */
export function StagePanels({ stage, home }: StagePanelsProps) {
  const layer = useLayerInHand();
  const holder = useMaskHolder();
  const inHand = useHand((state) => state.tools[stage]);
  const { Sentence, Options, tools, panels } = home;
  return (
    <>
      <Tray sentence={<Sentence />} tools={tools} inHand={`tool-${inHand}`}>
        {Options && <Options />}
      </Tray>
      <Inspector>
        {layer || holder ? (
          panels.map((Panel, i) => (
            // A panel is known by its place: the list of a stage never changes.
            // biome-ignore lint/suspicious/noArrayIndexKey: see above
            <Panel key={i} layer={layer} holder={holder} />
          ))
        ) : (
          <NoLayer />
        )}
      </Inspector>
    </>
  );
}
