import {
  isPhoto,
  maskOf,
  type Pushed,
  type PushedThing,
  removePush,
  setPush,
  setPushEdge,
} from '@diplex/document';
import { useComposition } from '../../bench/composition-store';
import { useLayerInHand } from '../../bench/use-layer-in-hand';
import { Choice } from '../../controls/Choice';
import { counted } from '../../controls/counted';
import { Section } from '../../controls/Inspector';
import { PlainButton } from '../../controls/PlainButton';
import { ShareAmount } from '../../controls/ShareAmount';

const BORDERS = [
  { value: 'along', words: 'goes along', hint: 'What is drawn in from beyond it is nothing' },
  { value: 'stop', words: 'stays', hint: 'Its own colours go on where it is drawn away from' },
  { value: 'wrap', words: 'wraps round', hint: 'What lies at its other side comes in' },
] as const;

/** How much of what was pushed is done, for the layer in hand and for its mask. */
export function PushSection() {
  const layer = useLayerInHand();
  const composition = useComposition((state) => state.preview ?? state.composition);
  const mask = layer && maskOf(composition, layer);
  if (!layer || (!layer.push && !mask?.push)) return null;
  return (
    <Section title="Push">
      {layer.push && <PushRows of={{ layer: layer.id }} pushed={layer.push} words="Pushed" />}
      {layer.push && isPhoto(layer) && (
        <Choice
          label="Its border"
          value={layer.push.edge ?? 'along'}
          options={BORDERS}
          onChoose={(edge) =>
            useComposition.getState().perform(setPushEdge, {
              layer: layer.id,
              edge: edge === 'along' ? null : edge,
            })
          }
        />
      )}
      {mask?.push && <PushRows of={{ mask: mask.id }} pushed={mask.push} words="Mask pushed" />}
    </Section>
  );
}

interface PushRowsProps {
  readonly of: PushedThing;
  readonly pushed: Pushed;
  readonly words: string;
}

function PushRows({ of, pushed, words }: PushRowsProps) {
  const { tryOut, perform } = useComposition.getState();
  return (
    <>
      <ShareAmount
        label={words}
        value={pushed.amount ?? 1}
        onTry={(amount) => tryOut(setPush, { of, amount })}
        onSet={(amount) => perform(setPush, { of, amount })}
      />
      <div className="mt-1 mb-2 flex items-center gap-2 text-[11.5px] text-faint">
        <span className="flex-1">{counted(pushed.strokes, 'stroke')}</span>
        <PlainButton
          words="Take it all back"
          hint={`${words}: as if nothing had been pushed`}
          onPress={() => perform(removePush, { of })}
        />
      </div>
    </>
  );
}
