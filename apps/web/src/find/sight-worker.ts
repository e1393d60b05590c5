import { type Candidate, findSubjects, type Networks, openNetworks } from '@diplex/sight';
import objectsWeights from '@diplex/sight/models/centernet.bin?url';
import objectsGraph from '@diplex/sight/models/centernet.json?url';
import personWeights from '@diplex/sight/models/selfie.bin?url';
import personGraph from '@diplex/sight/models/selfie.json?url';
import plain from '@tensorflow/tfjs-backend-wasm/dist/tfjs-backend-wasm.wasm?url';
import simd from '@tensorflow/tfjs-backend-wasm/dist/tfjs-backend-wasm-simd.wasm?url';
import type { SightAsk, SightReply } from './sight-protocol';

let opened: Promise<Networks> | null = null;

async function fetched(address: string): Promise<Response> {
  const response = await fetch(address);
  if (!response.ok) throw new Error(`A network could not be loaded (${response.status}).`);
  return response;
}

async function network(graph: string, weights: string) {
  const [text, bytes] = await Promise.all([fetched(graph), fetched(weights)]);
  return { graph: await text.json(), weights: await bytes.arrayBuffer() };
}

async function open(): Promise<Networks> {
  const [person, objects] = await Promise.all([
    network(personGraph, personWeights),
    network(objectsGraph, objectsWeights),
  ]);
  const binaries = {
    'tfjs-backend-wasm.wasm': plain,
    'tfjs-backend-wasm-simd.wasm': simd,
  };
  return openNetworks({ person, objects, binaries });
}

function reply(message: SightReply): void {
  postMessage(message);
}

self.onmessage = async ({ data }: MessageEvent<SightAsk>) => {
  try {
    opened ??= open();
    const networks = await opened;
    reply({ type: 'progress', done: 0.3 });
    const found: readonly Candidate[] = await findSubjects(
      data.picture,
      data.coarse,
      networks,
      (done) => reply({ type: 'progress', done: 0.3 + 0.7 * done }),
    );
    reply({ type: 'found', candidates: found });
  } catch (error) {
    opened = null;
    reply({ type: 'failed', message: error instanceof Error ? error.message : String(error) });
  }
};
