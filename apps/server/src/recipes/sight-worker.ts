import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { parentPort } from 'node:worker_threads';
import type { SourceLevel } from '@diplex/core';
import { findSubjects, type Networks, openNetworks } from '@diplex/sight';

/** The program of the thread that looks for subjects; its networks lie beside it. */

export interface SightOrder {
  readonly id: number;
  readonly picture: SourceLevel;
  readonly coarse: SourceLevel;
}

const file = (name: string) => readFileSync(new URL(`./${name}`, import.meta.url));

function network(name: string) {
  const weights = file(`${name}.bin`);
  const { buffer, byteOffset, byteLength } = weights;
  return {
    graph: JSON.parse(file(`${name}.json`).toString('utf8')),
    weights: buffer.slice(byteOffset, byteOffset + byteLength) as ArrayBuffer,
  };
}

/** Outside of a page the backend reads its binary as a file. */
function address(name: string): string {
  return fileURLToPath(new URL(`./${name}`, import.meta.url));
}

function open(): Promise<Networks> {
  const names = ['tfjs-backend-wasm.wasm', 'tfjs-backend-wasm-simd.wasm'];
  return openNetworks({
    person: network('selfie'),
    objects: network('centernet'),
    binaries: Object.fromEntries(names.map((name) => [name, address(name)])),
  });
}

let opened: Promise<Networks> | null = null;

parentPort?.on('message', async ({ id, picture, coarse }: SightOrder) => {
  try {
    opened ??= open();
    const candidates = await findSubjects(picture, coarse, await opened);
    parentPort?.postMessage({ id, candidates });
  } catch (error) {
    opened = null;
    parentPort?.postMessage({ id, problem: (error as Error).message });
  }
});
