import { parentPort } from 'node:worker_threads';
import { serve } from '../worker-host';

if (!parentPort) throw new Error('This file runs as a worker thread of the engine.');
const port = parentPort;

serve({
  post: (message, transfer) => port.postMessage(message, [...(transfer ?? [])]),
  listen: (onMessage) => void port.on('message', onMessage),
  close: () => port.close(),
});
