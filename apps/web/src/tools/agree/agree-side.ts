import { type Agreement, agreementNeeds, type SurveyDepth } from '@diplex/core';
import {
  addLayer,
  type Composition,
  groupOf,
  isGlass,
  type Layer,
  layerById,
  listAround,
  newId,
  perform,
  placedAt,
  plainLayer,
  type Step,
  setChain,
} from '@diplex/document';
import { compositionKey, pageEngine, pageSupply } from '../../bench/engine';
import type { AgreeSettings } from './settings';

/** The layer whose chain is changed, in a composition in which it is. */
export interface AgreeSide {
  readonly composition: Composition;
  readonly target: Layer;
  /** How it comes into the composition; null where it is there. */
  readonly added: {
    readonly layer: Layer;
    readonly into: string | null;
    readonly at: number;
  } | null;
}

/** The name of the glass that changes the scene for a thing. */
function sceneName(thing: Layer): string {
  return `Scene for ${thing.name}`;
}

/** The thing itself, or the glass right behind it that changes the scene: that of before, or a new one. */
export function sideOf(
  composition: Composition,
  thing: Layer,
  brings: AgreeSettings['brings'],
): AgreeSide {
  if (brings === 'thing') return { composition, target: thing, added: null };
  const into = groupOf(composition, thing.id)?.id ?? null;
  const list = listAround(composition, into);
  const at = list.indexOf(thing.id);
  const behind = layerById(composition, list[at - 1] ?? '');
  if (behind && isGlass(behind) && behind.name === sceneName(thing)) {
    return { composition, target: behind, added: null };
  }
  const glass = plainLayer(newId(), sceneName(thing), { kind: 'glass' }, placedAt({ x: 0, y: 0 }));
  const added = { layer: glass, into, at };
  return { composition: perform(composition, addLayer, added).composition, target: glass, added };
}

/** What counts of both, and which of them is brought to the other. */
export type AgreeSides = Pick<AgreeSettings, 'scene' | 'thing' | 'brings'>;

/** Near things count more, and all of the thing. */
export const PLAIN_SIDES: AgreeSides = { scene: 'around', thing: 'all', brings: 'thing' };

/** What was measured of a composition, so that all who ask at once are told the same. */
const known = new WeakMap<Composition, Map<string, Promise<Agreement>>>();

/**
 * Measures a thing and its scene once for each state; what is brought to the other is told as the subject.
 * @param whileShown ends it for all who ask with one, when what shows is another state
 */
export async function measured(
  composition: Composition,
  layer: string,
  sides: AgreeSides,
  depth: SurveyDepth,
  whileShown?: AbortSignal,
): Promise<Agreement> {
  const all = known.get(composition) ?? new Map<string, Promise<Agreement>>();
  known.set(composition, all);
  // Who needs it to the end does not share what may be called off.
  const shares = whileShown ? 'while shown' : 'to the end';
  const key = [layer, sides.scene, sides.thing, depth, shares].join(' ');
  const asked = all.get(key) ?? surveyed(composition, layer, sides, depth, whileShown);
  all.set(key, asked);
  try {
    return turned(await asked, sides.brings);
  } catch (error) {
    all.delete(key);
    throw error;
  }
}

function turned(found: Agreement, brings: AgreeSettings['brings']): Agreement {
  return brings === 'thing' ? found : { ...found, subject: found.scene, scene: found.subject };
}

async function surveyed(
  composition: Composition,
  layer: string,
  sides: AgreeSides,
  depth: SurveyDepth,
  signal?: AbortSignal,
): Promise<Agreement> {
  // Where the area was put away, what lies around the thing stands for it, and all of the thing.
  const { scene, thing } = composition.area
    ? sides
    : { scene: sides.scene === 'area' ? ('around' as const) : sides.scene, thing: 'all' as const };
  const place = { composition, layer, scene, thing, depth };
  const needs = agreementNeeds(place);
  const letGo = await pageSupply().bring(needs.sources, needs.painted);
  try {
    const ask = { ...place, composition: compositionKey(composition) };
    const options = { priority: 2, ...(signal && { signal }) };
    return await pageEngine().run('survey-agreement', ask, options);
  } finally {
    letGo();
  }
}

/** Measures both as they would be with a chain on the side that is changed. */
export function measuredWith(
  { composition, target }: AgreeSide,
  layer: string,
  sides: AgreeSides,
  signal: AbortSignal,
) {
  return async (steps: readonly Step[], depth: SurveyDepth) => {
    const args = { layer: target.id, steps, said: 'Agreed' };
    const changed = perform(composition, setChain, args).composition;
    return turned(await surveyed(changed, layer, sides, depth, signal), sides.brings);
  };
}
