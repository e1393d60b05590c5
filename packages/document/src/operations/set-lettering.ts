import { castDraft } from 'mutative';
import type { LetteringContent } from '../composition';
import { drawableLayer, layerName, type Operation, OperationRefused } from './operation';

/** What of a lettering layer is changed, and how it is drawn then. */
export type LetteringChange = Partial<Omit<LetteringContent, 'kind'>>;

/** What each change is called. */
const SAID: readonly { readonly key: keyof LetteringChange; readonly words: string }[] = [
  { key: 'text', words: 'Text of' },
  { key: 'font', words: 'Font of' },
  { key: 'letterSize', words: 'Size of' },
  { key: 'weight', words: 'Weight of' },
  { key: 'spacing', words: 'Spacing of' },
  { key: 'lineHeight', words: 'Line height of' },
  { key: 'align', words: 'Alignment of' },
  { key: 'along', words: 'Curve of' },
  { key: 'stroke', words: 'Stroke of' },
];

/** Changes a text: what it says, how it is set, or its stroke. */
export const setLettering: Operation<{ layer: string; change: LetteringChange }> = {
  name: 'setLettering',
  words(before, { layer, change }) {
    const said = SAID.find(({ key }) => change[key] !== undefined)?.words ?? 'Changed';
    return `${said} ${layerName(before, layer)}`;
  },
  change(draft, { layer: id, change }) {
    const layer = drawableLayer(draft, id);
    if (layer.content.kind !== 'lettering')
      throw new OperationRefused(`${layer.name} is no lettering.`);
    Object.assign(layer.content, castDraft(change));
  },
};
