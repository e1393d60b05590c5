import type { Brush } from '@diplex/core';
import { AREA_ID, stepIdOf } from '@diplex/document';
import { useComposition } from '../../bench/composition-store';
import type { SentenceProps } from '../tool-home';
import { useBrush } from './settings';

/** What the next stroke does, to what. */
export function BrushSentence({ holder, mask, part, whose }: SentenceProps) {
  const { brush, brushOn } = useBrush();
  const area = useComposition((state) => state.composition.area);
  const ofArea = holder.id === AREA_ID;
  const name = <b>{holder.name}</b>;
  const last = mask?.parts.at(-1);
  const into = part?.kind === 'painted' ? part : last?.kind === 'painted' ? last : null;
  const where = into ? `, in ${into.name}` : ', in a new part';
  const limited = !ofArea && area?.inUse;
  const onFringe = brushOn === 'fringe' && stepIdOf(holder.id) === null;
  if (onFringe && ofArea) return 'An area has no fringe: have the tools make the mask (Y).';
  if (onFringe && !mask) return <>{name} has no mask yet, so there is no fringe to brush.</>;
  return (
    <>
      {onFringe ? (
        <>
          Brushes the fringe of {name}: {fringeDone(brush)} its edge where you stroke
        </>
      ) : (
        <>
          Paints {whose}: {doing(brush)} what you stroke{where}
        </>
      )}
      {limited && (
        <>
          , <b>inside the area only</b>
        </>
      )}
      . Hold X for size and softness; Shift draws straight.
    </>
  );
}

/** What a stroke does to what it is drawn over. */
function doing({ edge, work, value }: Brush): string {
  if (work?.does === 'greys') return `${work.way}s the ${work.tones} of the greys of`;
  if (work?.does === 'sheer') return 'works out how sheer is';
  if (work?.does === 'taps') return 'keeps or drops, by colour,';
  if (edge) return `${EDGE_WORDS[edge.way]} the edge of`;
  if (value > 0 && value < 1) return `shows ${Math.round(value * 100)} % of`;
  return value > 0 ? 'shows' : 'hides';
}

/** What a stroke over a fringe does. */
function fringeDone({ value }: Brush): string {
  if (value === 0) return 'leaves the old colour in';
  return `takes ${value < 1 ? `${Math.round(value * 100)} % of ` : ''}the old colour out of`;
}

const EDGE_WORDS = {
  soften: 'softens',
  firm: 'makes firm',
  choke: 'chokes',
  spread: 'spreads',
} as const;
