import { parentPort } from 'node:worker_threads';
import { adopt, type Block, inScratch, type KernelShare, startKernels } from '@diplex/kernels';
import { TASKS, type Tasks } from './tasks';

type Message =
  | { readonly start: { readonly share: KernelShare; readonly scratch: Block } }
  | { readonly task: keyof Tasks; readonly ask: Readonly<Record<string, unknown>> };

/** A message with its arrays as they lie in this thread's memory, where the kernels reach them. */
function adopted(value: unknown): unknown {
  if (ArrayBuffer.isView(value)) return adopt(value as Uint8Array);
  if (Array.isArray(value)) return value.map(adopted);
  if (!value || typeof value !== 'object') return value;
  return Object.fromEntries(Object.entries(value).map(([name, each]) => [name, adopted(each)]));
}

parentPort?.on('message', (message: Message) => {
  if ('start' in message) startKernels(message.start.share, message.start.scratch);
  else {
    const ask = adopted(message.ask);
    const work = TASKS[message.task] as (ask: unknown) => void;
    inScratch(() => work(ask));
    parentPort?.postMessage('done');
  }
});
