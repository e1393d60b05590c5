import type { Engine } from '@diplex/engine';
import { browserEngine } from '@diplex/engine/browser';

let made: Engine | null = null;

/** The page's one engine, started when it is first needed. */
export function pageEngine(): Engine {
  made ??= browserEngine();
  return made;
}
