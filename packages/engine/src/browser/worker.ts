import { serve } from '../worker-host';

const scope = self as unknown as DedicatedWorkerGlobalScope;

serve({
  post: (message, transfer) => scope.postMessage(message, [...(transfer ?? [])]),
  listen(onMessage) {
    scope.onmessage = (event) => onMessage(event.data);
  },
  close: () => scope.close(),
});
