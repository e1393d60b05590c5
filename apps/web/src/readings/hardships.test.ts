import type { Signature, SourceReading } from '@diplex/core';
import { describe, expect, it } from 'vitest';
import { sourceLike } from '../shelf/source.test-support';
import { hardships } from './hardships';
import { sourceSaid } from './source-said';

const grey = { a: 0, b: 0 };

function signature(change: Partial<Signature> = {}): Signature {
  return {
    level: { bright: -1, mean: -3 },
    tones: { black: 8, white: 92, lower: 30, median: 48, upper: 66 },
    lightness: Array.from({ length: 64 }, () => 1 / 64),
    light: { temperature: 0, tint: 0, sure: 0.9 },
    chroma: { mean: 0.05, thirds: [grey, grey, grey] },
    seen: 1,
    noise: { bands: [], alike: 0, sure: 0 },
    sharpness: { sigma: 0.6, edges: 200 },
    direction: { azimuth: 300, directed: 0.6, sure: 0.8 },
    ...change,
  };
}

function read(change: Partial<SourceReading> = {}, source = sourceLike({})) {
  const clipped = { dark: 0, light: 0 };
  return { source, reading: { signature: signature(), clipped, horizon: null, ...change } };
}

const whats = (one: ReturnType<typeof read>, other: ReturnType<typeof read>) =>
  hardships(one, other).map(({ what }) => what);

describe('what would be hard about two photographs', () => {
  it('is nothing where they agree', () => {
    expect(hardships(read(), read())).toEqual([]);
  });

  it('is light of another colour and from another side, with what helps', () => {
    const light = { temperature: 60, tint: 0, sure: 0.9 };
    const direction = { azimuth: 80, directed: 0.6, sure: 0.8 };
    const found = hardships(read(), read({ signature: signature({ light, direction }) }));
    const words = Object.fromEntries(found.map((each) => [each.what, each.words]));
    expect(words['Light colour']).toMatch(/K from the first to the second: a White balance step/);
    expect(Object.values(words).join()).toContain('mirror one of them');
  });

  it('is a source that must not be delivered, before all else', () => {
    const barred = read({}, sourceLike({ title: 'Storm', terms: 'barred' }));
    const level = { bright: -3, mean: -5 };
    const [first] = hardships(barred, read({ signature: signature({ level }) }));
    expect(first).toMatchObject({ what: 'Rights' });
    expect(first?.words).toContain('Storm');
  });

  it('is a horizon that lies elsewhere and leans, and pixels that are too few', () => {
    const low = read({ horizon: { y: 600, tilt: 0, sure: 0.8 } });
    const high = read({ horizon: { y: 240, tilt: 2, sure: 0.8 } });
    const [horizon] = hardships(low, high);
    expect(horizon?.words).toBe(
      'it lies 75 % and 30 % down: Stand lays one on the other; turn one by 2.0°',
    );
    // What is hardly sure is not told of.
    expect(whats(low, read({ horizon: { y: 240, tilt: 2, sure: 0.2 } }))).toEqual([]);
    const small = read({}, sourceLike({ title: 'Small', width: 300, height: 200 }));
    const [pixels] = hardships(read(), small);
    expect(pixels?.words).toContain('Small has 4.0 times fewer along a side');
  });
});

describe('a reading in words', () => {
  const said = (change: Partial<SourceReading>) =>
    Object.fromEntries(sourceSaid(read(change).reading, 800));

  it('tells shares, light, sharpness and the horizon', () => {
    expect(
      said({
        clipped: { dark: 0.0004, light: 0.123 },
        horizon: { y: 400, tilt: 0.1, sure: 0.9 },
      }),
    ).toMatchObject({
      ...{ 'White out': '12 %', 'Black out': 'below 0.1 %', Lightness: '8 to 92, spread 84' },
      ...{ 'Light from': 'above left, sure', Sharpness: 'edges 0.6 px soft' },
      ...{ Horizon: '50 % down, sure', Noise: 'cannot be told' },
    });
  });

  it('says so where something cannot be told', () => {
    const unknown = { light: null, sharpness: null, direction: null };
    expect(said({ signature: signature(unknown) })).toMatchObject({
      ...{ Light: 'cannot be told', 'Light from': 'cannot be told' },
      ...{ Sharpness: 'no edges tell it', Horizon: 'no lines tell it' },
    });
  });
});
