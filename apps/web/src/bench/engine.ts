import type { Engine } from '@diplex/engine';
import { browserEngine } from '@diplex/engine/browser';
import { PixelSupply } from '../picture/pixel-supply';
import { useShelf } from '../shelf/shelf-store';
import { tellProblem } from './notice-store';

let made: Engine | null = null;

/** The page's one engine, started when it is first needed. */
export function pageEngine(): Engine {
  made ??= browserEngine();
  return made;
}

let supply: PixelSupply | null = null;

/** Brings pixels to the page's engine. */
export function pageSupply(): PixelSupply {
  const sourceOf = (hash: string) =>
    useShelf.getState().sources.find((source) => source.hash === hash);
  supply ??= new PixelSupply(pageEngine(), sourceOf, tellProblem);
  return supply;
}
