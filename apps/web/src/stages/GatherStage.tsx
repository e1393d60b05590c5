import { GATHER_TOOLS } from '../actions/gather-tools';
import { useShelf } from '../bench/shelf-store';
import { Inspector } from '../controls/Inspector';
import { BracketSection } from '../exposures/BracketSection';
import { Tray } from '../frame/Tray';
import { ShelfGrid } from './ShelfGrid';
import { SideBySide } from './SideBySide';
import { SourceFacts } from './SourceFacts';

/** The shelf: bring photographs in, see what they are, and lay them into the composition. */
export function GatherStage() {
  const { sources, chosen, beside } = useShelf();
  const [first, second] = [chosen, beside].map((hash) =>
    sources.find((source) => source.hash === hash),
  );
  return (
    <>
      {first && second ? <SideBySide first={first} second={second} /> : <ShelfGrid />}
      <Tray
        sentence="Brings photographs to the shelf: drop or paste them here, or choose files. Nothing in the composition changes."
        tools={GATHER_TOOLS}
        inHand={null}
      />
      <Inspector>
        <BracketSection />
        <SourceFacts />
      </Inspector>
    </>
  );
}
