import { type Composition, difference, sourceNamed } from '@diplex/document';
import type { Engine } from '@diplex/engine';
import { browserEngine } from '@diplex/engine/browser';
import { tellProblem } from './notice-store';
import { PixelSupply } from './pixel-supply';
import { useShelf } from './shelf-store';

let made: Engine | null = null;

/** The page's one engine, started when it is first needed. */
export function pageEngine(): Engine {
  made ??= browserEngine();
  return made;
}

/** How many later compositions a worker may be told of before an older one must be told again. */
const STILL_KNOWN = 120;

const keys = new WeakMap<Composition, number>();
let lastKey = 0;

/** The last composition that the workers were told of. */
let told: { readonly key: number; readonly composition: Composition } | null = null;

/**
 * The key under which the workers know a composition; they are told of it when they do not, by what parts
 * it from the last one.
 */
export function compositionKey(composition: Composition): number {
  const known = keys.get(composition);
  if (known !== undefined && lastKey - known < STILL_KNOWN) return known;
  const key = ++lastKey;
  keys.set(composition, key);
  if (!told) pageEngine().tell({ type: 'composition', key, composition });
  else {
    const patches = difference(told.composition, composition);
    pageEngine().tell({ type: 'composition-change', key, from: told.key, patches });
  }
  told = { key, composition };
  return key;
}

let supply: PixelSupply | null = null;

/** Brings pixels to the page's engine. */
export function pageSupply(): PixelSupply {
  const sourceOf = (name: string) => {
    const { source, profile } = sourceNamed(name);
    const known = useShelf.getState().sources.find(({ hash }) => hash === source);
    // In other profiles than sRGB pixels come with 16 bits, whatever the file has.
    return known && profile !== 'srgb' ? { ...known, bits: 16 as const } : known;
  };
  supply ??= new PixelSupply(pageEngine(), sourceOf, tellProblem);
  return supply;
}
