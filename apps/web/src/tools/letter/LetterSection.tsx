import {
  isLettering,
  type LetteringChange,
  type LetteringLayer,
  layerById,
  letteringBounds,
  RANGES,
  setLettering,
} from '@diplex/document';
import { useEffect, useRef, useState } from 'react';
import { useComposition } from '../../bench/composition-store';
import { useLayerInHand } from '../../bench/use-layer-in-hand';
import { Amount } from '../../controls/Amount';
import { Section } from '../../controls/Inspector';
import { PlainButton } from '../../controls/PlainButton';
import { StrokeRows } from '../../controls/StrokeRows';
import { TEXT_FIELD } from './letter-tool';
import { setLetters } from './set-letters';
import { useLettering } from './settings';
import { useContrast } from './use-contrast';
import { READABLE } from './use-palette';

/** Typing becomes a step of the history after so long a pause. */
const PAUSE_MS = 900;

const AMOUNTS = [
  { key: 'letterSize', words: 'Letter size', range: RANGES.letterSize, step: 0.5, unit: 'px' },
  { key: 'spacing', words: 'Letter spacing', range: RANGES.letterSpacing, step: 1, unit: '‰' },
  { key: 'lineHeight', words: 'Line height', range: RANGES.lineHeight, step: 0.01, unit: '×' },
] as const;

/** What the text in hand says, and how it is set. */
export function LetterSection() {
  const layer = useLayerInHand();
  if (!layer || !isLettering(layer)) return null;
  return <TextRows key={layer.id} layer={layer} />;
}

function TextRows({ layer }: { readonly layer: LetteringLayer }) {
  const { tryOut, perform } = useComposition.getState();
  const { content } = layer;
  const setting = (change: (value: number) => LetteringChange) => ({
    onTry: (value: number) => setLetters(layer, change(value), 'tryOut'),
    onSet: (value: number) => setLetters(layer, change(value), 'perform'),
  });
  const stroked = (stroke: LetteringChange['stroke']) => ({ layer: layer.id, change: { stroke } });
  return (
    <Section title="Lettering" aside={content.font.family}>
      <TextField layer={layer} />
      <Readable layer={layer} />
      {AMOUNTS.map(({ key, words, range, step, unit }) => (
        <Amount
          key={key}
          label={words}
          value={content[key]}
          {...{ range, step, unit }}
          {...setting((value) => ({ [key]: value }))}
        />
      ))}
      <div className="mt-1.5">
        {content.along ? (
          <PlainButton
            words="Straight again"
            onPress={() => setLetters(layer, { along: null }, 'perform')}
          />
        ) : (
          <PlainButton
            words="Lay on a curve"
            hint="Its points and handles are dragged on the picture"
            onPress={() => setLetters(layer, { along: archOver(layer) }, 'perform')}
          />
        )}
      </div>
      <StrokeRows
        stroke={content.stroke}
        onTry={(next) => tryOut(setLettering, stroked(next))}
        onSet={(next) => perform(setLettering, stroked(next))}
      />
    </Section>
  );
}

/** A gentle arch as wide as the text. */
function archOver({ content }: LetteringLayer) {
  const { x, width } = letteringBounds(content);
  const most = Math.max(width, content.letterSize);
  const rise = most / 5;
  return [
    { x, y: 0, out: { x: x + most / 3, y: -rise } },
    { x: x + most, y: 0, in: { x: x + (2 / 3) * most, y: -rise } },
  ];
}

/** The text, to be written: it stands on the picture at once. */
function TextField({ layer }: { readonly layer: LetteringLayer }) {
  const field = useRef<HTMLTextAreaElement>(null);
  const [typed, setTyped] = useState<string | null>(null);
  const text = typed ?? layer.content.text;
  const select = () => {
    const { selectionStart = 0, selectionEnd = 0 } = field.current ?? {};
    useLettering.getState().set({ selection: [selectionStart, selectionEnd] });
  };
  const keep = () => {
    if (typed === null) return;
    setTyped(null);
    // What is in hand may show what was only tried.
    const kept = layerById(useComposition.getState().composition, layer.id);
    if (kept && isLettering(kept) && typed !== kept.content.text)
      setLetters(layer, { text: typed }, 'perform');
    else useComposition.getState().show(null);
  };
  const newest = useRef(keep);
  newest.current = keep;
  useEffect(() => {
    if (typed === null) return;
    const pause = setTimeout(() => newest.current(), PAUSE_MS);
    return () => clearTimeout(pause);
  }, [typed]);
  // What was typed last is kept, too, when another layer is taken in hand.
  useEffect(
    () => () => {
      newest.current();
      useLettering.getState().set({ selection: null });
    },
    [],
  );
  return (
    <textarea
      ref={field}
      id={TEXT_FIELD}
      aria-label="Text"
      rows={Math.min(6, text.split('\n').length + 1)}
      spellCheck={false}
      disabled={layer.locked}
      className="textarea textarea-sm w-full bg-base-200 text-[13px]"
      value={text}
      onChange={(event) => {
        const next = event.target.value;
        setTyped(next);
        select();
        setLetters(layer, { text: next }, 'tryOut');
      }}
      onSelect={select}
      onFocus={select}
      onBlur={() => {
        keep();
        useLettering.getState().set({ selection: null });
      }}
      onKeyDown={(event) => {
        if (event.key === 'Escape') field.current?.blur();
      }}
    />
  );
}

/** Says when the text can hardly be read before what lies behind it. */
function Readable({ layer }: { readonly layer: LetteringLayer }) {
  const contrast = useContrast(layer);
  if (contrast === null || contrast >= READABLE) return null;
  return (
    <p role="status" className="mt-1 text-[12px] text-warning">
      Hard to read: its contrast with what lies behind it is {contrast.toFixed(1)} : 1 in places;{' '}
      {READABLE} : 1 is needed. Another colour, a stroke, or something calm behind it helps.
    </p>
  );
}
