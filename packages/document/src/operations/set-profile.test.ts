import { expect, it } from 'vitest';
import { type Composition, laidOut, newComposition, plainLayer } from '../composition';
import { placedAt } from '../geometry/placement';
import { EMPTY_HISTORY, goTo, record } from '../history';
import { colourIn, layerIn, nameOfSource, sourceNamed } from '../profiles';
import { perform } from './operation';
import { setProfile } from './set-profile';

const HASH = 'a'.repeat(64);
const RED = { r: 255, g: 0, b: 0, alpha: 0.5 };

function scene(): Composition {
  const place = placedAt({ x: 50, y: 50 });
  const size = { width: 100, height: 100 };
  const fill = { kind: 'fill' as const, fill: { by: 'colour' as const, colour: RED }, size };
  const photo = { kind: 'photo' as const, source: HASH, size: { width: 40, height: 30 } };
  const step = {
    ...{ id: 's', kind: 'tint', version: 1, name: 'Tint', shown: true, amount: 1 },
    ...{ blending: 'normal' as const, maskUse: null },
    // Numbers that are no colour stay what they are.
    values: { colour: { r: 0, g: 255, b: 0 }, gains: { r: 2, g: 3 } },
  };
  return laidOut(newComposition('Test', { width: 100, height: 100 }), [
    plainLayer('f', 'Fill', fill, place),
    { ...plainLayer('p', 'Photo', photo, place), steps: [step] },
  ]);
}

it('keeps what colours look like, and is undone', () => {
  const before = scene();
  const { composition, entry } = perform(before, setProfile, { profile: 'display-p3' });
  expect(composition.canvas.profile).toBe('display-p3');
  // The red and the green of sRGB, as they are known in Display P3.
  expect(composition.layers.f?.content).toMatchObject({
    fill: { colour: { r: 234, g: 51, b: 35, alpha: 0.5 } },
  });
  expect(composition.layers.p?.steps[0]?.values).toEqual({
    colour: { r: 117, g: 251, b: 76 },
    gains: { r: 2, g: 3 },
  });
  if (!entry) throw new Error('Something changed.');
  expect(entry.words).toBe('Profile to Display P3');
  const history = record(EMPTY_HISTORY, entry);
  expect(goTo(composition, history, 0).composition).toEqual(before);
});

it('brings colours back as near as whole numbers allow, and clips what is too vivid', () => {
  const there = colourIn({ r: 200, g: 120, b: 30 }, 'srgb', 'display-p3');
  const back = colourIn(there, 'display-p3', 'srgb');
  expect(Math.abs(back.r - 200) + Math.abs(back.g - 120) + Math.abs(back.b - 30)).toBeLessThan(4);
  expect(colourIn({ r: 255, g: 0, b: 0 }, 'display-p3', 'srgb')).toEqual({ r: 255, g: 0, b: 0 });
});

it('names the pixels of photographs after the profile, and nothing else of a layer', () => {
  const { f, p } = scene().layers;
  if (!f || !p) throw new Error('Both are there.');
  const name = nameOfSource({ source: HASH, profile: 'display-p3' });
  expect(layerIn(p, 'display-p3').content).toMatchObject({ source: name, kind: 'photo' });
  expect(layerIn(p, 'srgb').content).toBe(p.content);
  expect(layerIn(f, 'display-p3')).toBe(f);
  expect(sourceNamed(name)).toEqual({ source: HASH, profile: 'display-p3' });
  expect(sourceNamed(HASH)).toEqual({ source: HASH, profile: 'srgb' });
});
