import type { Brush } from '@diplex/core';
import { AREA_ID, type CombineRule, type MaskPart, maskOf } from '@diplex/document';
import type { ReactNode } from 'react';
import { useComposition } from '../bench/composition-store';
import { type CutToolName, useHand } from '../bench/hand-store';
import { ColourSentence } from '../chain/ColourSentence';
import { useMaskHolder } from './use-mask-holder';

const DOES: Readonly<Record<CombineRule, string>> = {
  add: 'adds what is inside',
  subtract: 'takes away what is inside',
  intersect: 'keeps only what is inside',
  replace: 'starts anew with what is inside',
};

type PickingName = 'reach' | 'sweep' | 'marks';

const HOW: Readonly<Record<Exclude<CutToolName, 'brush' | PickingName>, string>> = {
  outline: 'click corners or draw; Enter closes.',
  box: 'drag it out.',
  oval: 'drag it out.',
  ramp: 'drag from full to nothing; Shift goes in steps of 15°.',
  tones: 'choose darks, mids or lights.',
  component: 'stroke over what to keep and over what to drop, then choose what parts them best.',
};

/** What the next stroke will change, before it is made. */
export function CutSentence() {
  const holder = useMaskHolder();
  const { cutTool, combine, brush, brushOn, part } = useHand();
  const shown = useComposition((state) => state.composition);
  const wanted = useHand((state) => state.colourWanted);
  if (wanted) return <ColourSentence wanted={wanted} />;
  if (!holder) return 'No layer is in hand: choose a card above to say which mask is meant.';
  const ofArea = holder.id === AREA_ID;
  const mask = maskOf(shown, holder);
  const name = <b>{holder.name}</b>;
  if (holder.locked) return <>{name} is locked: nothing changes until you unlock it.</>;
  if (!holder.shown) return <>{name} is hidden: light its lamp before you change its mask.</>;
  const whose = ofArea ? (
    <b>{mask ? 'the area' : 'a new area'}</b>
  ) : (
    <>
      {mask ? 'the mask of ' : 'a new mask of '}
      {name}
    </>
  );
  if (cutTool === 'brush') {
    const inHand = mask?.parts.find((each) => each.id === part);
    const last = mask?.parts.at(-1);
    const into = inHand?.kind === 'painted' ? inHand : last?.kind === 'painted' ? last : null;
    const where = into ? `, in ${into.name}` : ', in a new part';
    const limited = !ofArea && shown.area?.inUse;
    const onFringe = brushOn === 'fringe';
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
  const inHandPart = mask?.parts.find((each) => each.id === part);
  if (cutTool === 'reach' || cutTool === 'sweep' || cutTool === 'marks') {
    return <PickSentence tool={cutTool} whose={whose} part={inHandPart} rule={DOES[combine]} />;
  }
  const edits = mask?.parts.find((each) => each.id === part && each.kind === 'outline');
  return (
    <>
      Changes {whose}: {DOES[combine]}; {HOW[cutTool]}
      {cutTool === 'outline' && edits
        ? ' Points: drag; Alt makes one smooth or sharp; press the line to add, twice to remove.'
        : ''}
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

interface PickSentenceProps {
  readonly tool: PickingName;
  readonly whose: ReactNode;
  readonly part: MaskPart | undefined;
  readonly rule: string;
}

const PICKS: Readonly<Record<PickingName, string>> = {
  reach: 'press what to pick and drag away for more tolerance.',
  sweep: 'stroke roughly over the thing; its edge is found when you let go.',
  marks: 'mark what to keep and what to drop; it is cut where they part.',
};

const FURTHER: Readonly<Record<PickingName, string>> = {
  reach: 'press adds a point; drag a point for another tolerance.',
  sweep: 'a further stroke adds to it, one with drop or the second button takes away.',
  marks: 'a further mark corrects it; the second button marks the opposite.',
};

function PickSentence({ tool, whose, part, rule }: PickSentenceProps) {
  const goesOn = part?.kind === 'picked' && part.recipe.by === tool;
  if (goesOn) {
    return (
      <>
        Changes {part.name} in {whose}: {FURTHER[tool]}
      </>
    );
  }
  return (
    <>
      Changes {whose}: {rule.replace('what is inside', 'what is picked')}; {PICKS[tool]}
    </>
  );
}
