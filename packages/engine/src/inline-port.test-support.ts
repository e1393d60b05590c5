import type { Port } from './port';
import { serve } from './worker-host';

type Listener = (message: unknown) => void;

/** A port to a worker in the same thread; messages are copied as between threads. */
export function inlinePort(): Port {
  const listeners: { asker?: Listener; worker?: Listener } = {};
  const end = (own: 'asker' | 'worker', other: 'asker' | 'worker'): Port => ({
    post(message) {
      const copy = structuredClone(message);
      setTimeout(() => listeners[other]?.(copy), 0);
    },
    listen(onMessage) {
      listeners[own] = onMessage;
    },
    close() {
      listeners[own] = undefined;
    },
  });
  serve(end('worker', 'asker'));
  return end('asker', 'worker');
}
