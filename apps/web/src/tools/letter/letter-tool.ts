import {
  addLayer,
  type Composition,
  groupOf,
  growRect,
  invert,
  isLettering,
  type LetteringContent,
  type LetteringLayer,
  layerById,
  layerMatrix,
  layersInDepth,
  letteringBounds,
  listAround,
  newId,
  type Point,
  placedAt,
  plainLayer,
  transform,
} from '@diplex/document';
import { useComposition } from '../../bench/composition-store';
import { useHand } from '../../bench/hand-store';
import { tellProblem } from '../../bench/notice-store';
import { trackWork } from '../../bench/pending-work';
import { wordsOf } from '../../link/problem';
import type { PointerSample, Tool } from '../../picture/tool';
import { type EarlyTyping, keepEarlyTyping } from './early-typing';
import { lettersOf } from './set-letters';
import { useLettering } from './settings';

/** The text field of the inspector: what is typed into it stands on the picture at once. */
export const TEXT_FIELD = 'lettering-text';

/** A new text is so high, as a share of the canvas. */
const SHARE = 1 / 12;

/** What a new text says until something is written. */
const FIRST_TEXT = 'Text';

/** The text field, once it is there. */
async function textField(): Promise<HTMLTextAreaElement | null> {
  for (let tries = 30; tries > 0; tries--) {
    await new Promise(requestAnimationFrame);
    const field = document.getElementById(TEXT_FIELD);
    if (field instanceof HTMLTextAreaElement) return field;
  }
  return null;
}

/** Puts the cursor into the text field once it is there, with some of the text selected, and writes what was typed meanwhile. */
async function edit(from: number, to: number, early: EarlyTyping): Promise<void> {
  const field = await textField();
  if (!field) return;
  field.focus();
  field.setSelectionRange(from, to);
  // A browser does not tell of a caret that was set by a program.
  useLettering.getState().set({ selection: [from, to] });
  early.into(field);
}

/** The nearest text under a place, that in hand first. */
function textAt(composition: Composition, at: Point): LetteringLayer | undefined {
  const texts = layersInDepth(composition).filter(isLettering).reverse();
  const inHand = useHand.getState().layer;
  const first = texts.sort((a, b) => Number(b.id === inHand) - Number(a.id === inHand));
  return first.find(({ id, content }) => {
    const layer = layerById(composition, id);
    if (!layer?.shown) return false;
    const place = transform(invert(layerMatrix(composition, layer)), at);
    const { x, y, width, height } = growRect(letteringBounds(content), content.letterSize / 4);
    return place.x >= x && place.y >= y && place.x <= x + width && place.y <= y + height;
  });
}

/** Takes a text in hand, with the cursor at the letter that is nearest to a place. */
async function editAt(layer: LetteringLayer, at: Point, early: EarlyTyping): Promise<void> {
  useHand.getState().take({ layer: layer.id, part: null });
  const { carets } = await lettersOf(layer.content);
  const { composition } = useComposition.getState();
  const place = transform(invert(layerMatrix(composition, layer)), at);
  // The middle of a letter's height is what is pressed.
  const up = layer.content.letterSize / 3;
  const far = carets.map((caret) => Math.hypot(caret.x - place.x, caret.y - up - place.y));
  const nearest = far.indexOf(Math.min(...far));
  await edit(nearest, nearest, early);
}

async function newText(at: Point, early: EarlyTyping): Promise<void> {
  const { composition, perform } = useComposition.getState();
  const { font, weight, align, colour } = useLettering.getState();
  const setting = {
    ...{ text: FIRST_TEXT, font, weight, align, spacing: 0, lineHeight: 1.2, along: null },
    letterSize: Math.max(12, Math.round(composition.canvas.height * SHARE)),
  };
  const { drawn } = await lettersOf(setting);
  const content: LetteringContent = {
    ...{ kind: 'lettering', ...setting, stroke: null, drawn },
    fill: { by: 'colour', colour },
  };
  const inHand = layerById(composition, useHand.getState().layer ?? '');
  const group = inHand && groupOf(composition, inHand.id);
  const list = listAround(composition, group?.id ?? null);
  const place = group ? transform(invert(layerMatrix(composition, group)), at) : at;
  const layer = plainLayer(newId(), 'Lettering', content, placedAt(place));
  const index = inHand ? list.indexOf(inHand.id) + 1 : list.length;
  const done = perform(addLayer, { layer, at: index, into: group?.id ?? null });
  if (!done) return;
  useHand.getState().take({ layer: layer.id, part: null });
  await edit(0, FIRST_TEXT.length, early);
}

/** Writes on the picture: a press on a text edits it, one beside it begins another. */
class LetterTool implements Tool {
  begin(at: PointerSample): void {
    const { composition } = useComposition.getState();
    const text = textAt(composition, at);
    const early = keepEarlyTyping();
    const work = (text ? editAt(text, at, early) : newText(at, early))
      .catch((error: unknown) => tellProblem(`The text could not be set. ${wordsOf(error)}`))
      .finally(early.end);
    trackWork(work);
  }

  move(): void {}
  end(): void {}
  cancel(): void {}
}

export const letterTool = new LetterTool();
