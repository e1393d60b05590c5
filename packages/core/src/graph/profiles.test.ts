import {
  type Composition,
  laidOut,
  newComposition,
  perform,
  placedAt,
  plainLayer,
  setProfile,
} from '@diplex/document';
import { expect, it } from 'vitest';
import { groundNeeds } from '../pick/render-ground';
import { graphOf } from './composition-graph';
import { neededBy } from './render-node';

const HASH = 'a'.repeat(64);
const size = { width: 600, height: 400 };
const photo = {
  ...plainLayer(
    'photo',
    'Photo',
    { kind: 'photo', source: HASH, size },
    placedAt({ x: 300, y: 200 }),
  ),
  maskUse: null,
};
const whole = { x: 0, y: 0, ...size };

/** The names of the photographs' pixels that are asked for. */
function asked(composition: Composition): Set<string> {
  const { photo: layer } = composition.layers;
  if (!layer) throw new Error('It is there.');
  const place = { composition, holder: layer, owner: layer, from: 'layer' as const };
  const all = [
    neededBy(graphOf(composition).root, whole, 1),
    // What is hidden is asked for by those that work on it.
    neededBy(graphOf(composition).layer(layer).picture, whole, 1),
    neededBy(graphOf(composition).alone(layer), whole, 1),
    groundNeeds(place, [0, 1]),
  ];
  return new Set(all.flatMap(({ sources }) => sources.map(({ source }) => source)));
}

it.each([
  ['as it is', {}],
  ['hidden', { shown: false }],
  ['in a mirrored placement', { placement: { ...photo.placement, mirrorAcross: true } }],
])('a photograph is read in the profile of the composition, %s', (_, change) => {
  const base = newComposition('Test', size);
  const layer = { ...photo, ...change };
  const narrow = laidOut(base, [layer]);
  expect(asked(narrow)).toEqual(new Set([HASH]));
  const wide = perform(narrow, setProfile, { profile: 'display-p3' }).composition;
  expect(asked(wide)).toEqual(new Set([`${HASH}.display-p3`]));
  // Nothing that was drawn in one profile is taken for the other.
  expect(graphOf(wide).root.key === graphOf(narrow).root.key).toBe(layer.shown === false);
});
