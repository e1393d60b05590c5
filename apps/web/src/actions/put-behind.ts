import {
  addLayer,
  type Composition,
  carriedOver,
  type Fill,
  type FillColour,
  groupOf,
  IDENTITY,
  isPhoto,
  type Layer,
  layerById,
  layerMatrix,
  listAround,
  newId,
  type PhotoLayer,
  placedAt,
  plainLayer,
  showLayer,
} from '@diplex/document';
import { definitionOf, newStep } from '@diplex/steps';
import { useComposition } from '../bench/composition-store';
import { compositionKey, pageEngine } from '../bench/engine';
import { tellProblem } from '../bench/notice-store';
import { trackWork } from '../bench/pending-work';
import type { Source } from '../link/server';
import { inJob } from '../picks/run-pick';
import { photoToFill } from './layer-commands';

/** What can be put behind a cut-out at one press. */
export const BACKDROPS = ['nothing', 'colour', 'gradient', 'blurred', 'drained'] as const;
export type Backdrop = (typeof BACKDROPS)[number];

/** Its own photograph is blurred so far, as a share of its longer side on the canvas. */
const SOFT = 0.02;

const nameOf = (layer: Layer, what: string) => `Behind ${layer.name}: ${what}`;

/** The layers that were put behind a layer, shown or not. */
export function putBehind(composition: Composition, layer: Layer): readonly Layer[] {
  const list = listAround(composition, groupOf(composition, layer.id)?.id ?? null);
  return list
    .flatMap((id) => layerById(composition, id) ?? [])
    .filter(({ name }) => name.startsWith(nameOf(layer, '')));
}

/** Shows one of what was put behind a layer, made anew when it is not there, and hides the others, as one step. */
function showBehind(layer: Layer, what: string, make: (() => Layer) | null): void {
  const { composition, performAll } = useComposition.getState();
  const name = nameOf(layer, what);
  const known = putBehind(composition, layer);
  const into = groupOf(composition, layer.id)?.id ?? null;
  performAll(`Behind ${layer.name}: ${what}`, (doing) => {
    for (const each of known) {
      if (each.shown !== (each.name === name)) {
        doing(showLayer, { layer: each.id, shown: each.name === name });
      }
    }
    if (!make || known.some((each) => each.name === name)) return;
    const at = listAround(composition, into).indexOf(layer.id);
    const group = into === null ? undefined : layerById(composition, into);
    const made = { ...make(), name };
    const within = group ? layerMatrix(composition, group) : IDENTITY;
    const placed = made.content.kind === 'fill' ? carriedOver(made, IDENTITY, within) : {};
    doing(addLayer, { layer: { ...made, ...placed }, at, into });
  });
}

function fillLayer(fill: Fill): Layer {
  const { width, height } = useComposition.getState().composition.canvas;
  const content = { kind: 'fill' as const, fill, size: { width, height } };
  return plainLayer(newId(), 'Behind', content, placedAt({ x: width / 2, y: height / 2 }));
}

/** The layer's own photograph as a whole, with a step. */
function ownPhotograph(layer: PhotoLayer, way: 'blurred' | 'drained'): Layer {
  const { width, height } = layer.content.size;
  const size = Math.max(width * layer.placement.scaleX, height * layer.placement.scaleY) * SOFT;
  const step =
    way === 'blurred'
      ? newStep(definitionOf('blur'), { size })
      : newStep(definitionOf('saturation'), { saturation: -1 });
  const { content, placement, warp, plane, laidFlat } = layer;
  const plain = plainLayer(newId(), 'Behind', content, placement);
  return { ...plain, steps: [step], ...{ warp, plane, laidFlat } };
}

/** Does something with the complement of what a layer shows, once it is known. */
function withComplement(layer: Layer, doing: (complement: FillColour) => void): void {
  const work = inJob(`The colours of ${layer.name}`, async (signal) => {
    const composition = compositionKey(useComposition.getState().composition);
    const ask = { composition, layer: layer.id };
    const mean = await pageEngine().run('mean-colour', ask, { priority: 5, signal });
    if (!mean) return tellProblem(`${layer.name} shows nothing, so it has no complement.`);
    doing({ r: 255 - mean.r, g: 255 - mean.g, b: 255 - mean.b, alpha: 1 });
  });
  trackWork(work);
}

const darker = ({ r, g, b }: FillColour): FillColour => ({
  ...{ r: Math.round(r * 0.45), g: Math.round(g * 0.45), b: Math.round(b * 0.45), alpha: 1 },
});

/** Puts something behind a cut-out. */
export function putBehindIt(layer: Layer, what: Backdrop): void {
  if (what === 'nothing') return showBehind(layer, what, null);
  if (what === 'blurred' || what === 'drained') {
    if (!isPhoto(layer)) return tellProblem(`${layer.name} is no photograph of its own.`);
    return showBehind(layer, what, () => ownPhotograph(layer, what));
  }
  const { composition } = useComposition.getState();
  const there = putBehind(composition, layer).some(({ name }) => name === nameOf(layer, what));
  if (there) return showBehind(layer, what, null);
  const { width, height } = composition.canvas;
  withComplement(layer, (colour) => {
    const fill: Fill =
      what === 'colour'
        ? { by: 'colour', colour }
        : {
            ...{ by: 'straight', from: { x: width / 2, y: 0 }, to: { x: width / 2, y: height } },
            ...{ first: colour, last: darker(colour) },
          };
    showBehind(layer, what, () => fillLayer(fill));
  });
}

/** Puts another source behind a cut-out, so that it fills the canvas. */
export function putSourceBehind(layer: Layer, source: Source): void {
  showBehind(layer, source.title || source.name, () => photoToFill(source));
}
