import {
  AREA_ID,
  type CombineRule,
  type Composition,
  holdersOf,
  type Layer,
  maskOf,
} from '@diplex/document';
import { useComposition } from '../bench/composition-store';
import { useHand } from '../bench/hand-store';
import { useMaskHolder } from '../bench/use-mask-holder';
import { ColourSentence } from '../chain/ColourSentence';
import { TOOLS } from '../tools/tools';

const DOES: Readonly<Record<CombineRule, string>> = {
  add: 'adds what is inside',
  subtract: 'takes away what is inside',
  intersect: 'keeps only what is inside',
  replace: 'starts anew with what is inside',
};

/** What else changes with a mask that is shared. */
function othersWith(composition: Composition, mask: string, { id, name }: Layer): string[] {
  const names = holdersOf(composition, mask)
    .filter((holder) => holder.id !== id)
    .map((holder) => holder.name);
  const area = composition.area?.mask === mask && id !== AREA_ID ? ['the area'] : [];
  return [...new Set([...names, ...area])].filter((each) => each !== name);
}

/** Names in a sentence. */
function andAll(names: readonly string[]): string {
  return new Intl.ListFormat('en', { type: 'conjunction' }).format(names);
}

/** What the next stroke will change, before it is made. */
export function CutSentence() {
  const holder = useMaskHolder();
  const { tools, combine, part } = useHand();
  const shown = useComposition((state) => state.composition);
  const wanted = useHand((state) => state.colourWanted);
  if (wanted) return <ColourSentence wanted={wanted} />;
  if (!holder) return 'No layer is in hand: choose a card above to say which mask is meant.';
  const name = <b>{holder.name}</b>;
  if (holder.locked) return <>{name} is locked: nothing changes until you unlock it.</>;
  if (!holder.shown) return <>{name} is hidden: light its lamp before you change its mask.</>;
  const mask = maskOf(shown, holder);
  const others = mask ? othersWith(shown, mask.id, holder) : [];
  const whose =
    holder.id === AREA_ID ? (
      <b>{mask ? 'the area' : 'a new area'}</b>
    ) : (
      <>
        {mask ? 'the mask of ' : 'a new mask of '}
        {name}
        {mask && holder.maskUse?.turnedRound && <>, which it uses turned round</>}
        {others.length > 0 && <> (and with it {andAll(others)})</>}
      </>
    );
  const Sentence = tools.cut && TOOLS[tools.cut].Sentence;
  const inHand = mask?.parts.find((each) => each.id === part);
  const told = { holder, mask, part: inHand, whose, rule: DOES[combine] };
  return Sentence ? <Sentence {...told} /> : null;
}
