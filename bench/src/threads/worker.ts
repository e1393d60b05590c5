import { parentPort } from 'node:worker_threads';
import { adopt, type Block, inScratch, type KernelShare, startKernels } from '@diplex/kernels';
import { TASKS, type Tasks } from './tasks';

type Message =
  | { readonly start: { readonly share: KernelShare; readonly scratch: Block } }
  | { readonly task: keyof Tasks; readonly ask: Readonly<Record<string, unknown>> };

/** Tells the kernels of every array in a message. */
function adoptAll(value: unknown): void {
  if (ArrayBuffer.isView(value)) adopt(value as Uint8Array);
  else if (value && typeof value === 'object') Object.values(value).forEach(adoptAll);
}

parentPort?.on('message', (message: Message) => {
  if ('start' in message) startKernels(message.start.share, message.start.scratch);
  else {
    adoptAll(message.ask);
    const work = TASKS[message.task] as (ask: unknown) => void;
    inScratch(() => work(message.ask));
    parentPort?.postMessage('done');
  }
});
