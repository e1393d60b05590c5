import { type Engine } from '@diplex/engine';
import { nodeEngine } from '@diplex/engine/node';
import type { Provider } from '@nestjs/common';

export const ENGINE = Symbol('Engine');

/** One engine for the whole server; its worker is built beside the server. */
export const engineProvider: Provider<Engine> = {
  provide: ENGINE,
  useFactory: () => nodeEngine(new URL('./render-worker.js', import.meta.url)),
};
