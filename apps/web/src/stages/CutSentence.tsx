import { type CombineRule, maskOf } from '@diplex/document';
import { useComposition } from '../bench/composition-store';
import { type CutToolName, useHand } from '../bench/hand-store';
import { useLayerInHand } from './use-layer-in-hand';

const DOES: Readonly<Record<CombineRule, string>> = {
  add: 'adds what is inside',
  subtract: 'takes away what is inside',
  intersect: 'keeps only what is inside',
  replace: 'starts anew with what is inside',
};

const HOW: Readonly<Record<Exclude<CutToolName, 'brush'>, string>> = {
  outline: 'click corners or draw; Enter closes.',
  box: 'drag it out.',
  oval: 'drag it out.',
};

/** What the next stroke will change, before it is made. */
export function CutSentence() {
  const layer = useLayerInHand();
  const { cutTool, combine, brush, part } = useHand();
  const mask = useComposition((state) => (layer ? maskOf(state.composition, layer) : undefined));
  if (!layer) return 'No layer is in hand: choose a card above to say which mask is meant.';
  const name = <b>{layer.name}</b>;
  if (layer.locked) return <>{name} is locked: nothing changes until you unlock it.</>;
  if (!layer.shown) return <>{name} is hidden: light its lamp before you change its mask.</>;
  const whose = mask ? <>the mask of {name}</> : <>a new mask of {name}</>;
  if (cutTool === 'brush') {
    const inHand = mask?.parts.find((each) => each.id === part);
    const last = mask?.parts.at(-1);
    const into = inHand?.kind === 'painted' ? inHand : last?.kind === 'painted' ? last : null;
    const where = into ? `, in ${into.name}` : ', in a new part';
    return (
      <>
        Paints {whose}: {brush.value > 0 ? 'shows' : 'hides'} what you stroke{where}. Hold X for
        size and softness; Shift draws straight.
      </>
    );
  }
  const edits = mask?.parts.find((each) => each.id === part && each.kind === 'outline');
  return (
    <>
      Changes {whose}: {DOES[combine]}; {HOW[cutTool]}
      {cutTool === 'outline' && edits
        ? ' Points: drag; press the line to add, twice to remove.'
        : ''}
    </>
  );
}
