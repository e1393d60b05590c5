import { setWasmPaths } from '@tensorflow/tfjs-backend-wasm';
import { type GraphModel, loadGraphModel } from '@tensorflow/tfjs-converter';
import { env, io, ready, setBackend, type Tensor, tensor4d } from '@tensorflow/tfjs-core';

/** A network as it is shipped: the graph's JSON and its weights. */
export interface NetworkFiles {
  readonly graph: GraphFile;
  readonly weights: ArrayBuffer;
}

interface GraphFile {
  readonly modelTopology: object;
  readonly weightsManifest: readonly { readonly weights: readonly io.WeightsManifestEntry[] }[];
}

/** What the networks are made from. */
export interface SightFiles {
  readonly person: NetworkFiles;
  readonly objects: NetworkFiles;
  /** Addresses of the backend's binaries, by file name. */
  readonly binaries: Readonly<Record<string, string>>;
}

/** Something that the network for common things found; its box in shares of the picture. */
export interface FoundObject {
  /** The number of its kind, as in KINDS. */
  readonly kind: number;
  /** 0..1. */
  readonly score: number;
  readonly box: Box;
}

export interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** The sides of the squares that the networks look at. */
export const PERSON_SIDE = 256;
export const OBJECTS_SIDE = 512;

/** The two small networks, ready to be asked. */
export interface Networks {
  /** How likely each pixel shows a person, 0..1; `rgb` is a square of PERSON_SIDE, 0..1. */
  person(rgb: Float32Array): Promise<Float32Array>;
  /** Common things; `rgb` is a square of OBJECTS_SIDE, 0..255. */
  objects(rgb: Float32Array): Promise<readonly FoundObject[]>;
}

/** Makes the networks. Everything comes from `files`; nothing is fetched but the backend's binary. */
export async function openNetworks(files: SightFiles): Promise<Networks> {
  const simd = files.binaries['tfjs-backend-wasm-simd.wasm'] ?? '';
  // All three names must be there, though the one with threads is never loaded.
  setWasmPaths({ ...files.binaries, 'tfjs-backend-wasm-threaded-simd.wasm': simd });
  // Its threads are made from the text of functions, which a bundle does not keep.
  env().set('WASM_HAS_MULTITHREAD_SUPPORT', false);
  await setBackend('wasm');
  await ready();
  const [person, objects] = await Promise.all([modelOf(files.person), modelOf(files.objects)]);
  return {
    person: (rgb) => ask(person, rgb, PERSON_SIDE, 'activation_10'),
    async objects(rgb) {
      const rows = await ask(objects, rgb, OBJECTS_SIDE, 'tower_0/detections');
      return Array.from({ length: rows.length / 6 }, (_, i) => foundIn(rows, i * 6));
    },
  };
}

function modelOf({ graph, weights }: NetworkFiles): Promise<GraphModel> {
  const weightSpecs = graph.weightsManifest.flatMap((group) => [...group.weights]);
  const handler = io.fromMemory({
    ...{ modelTopology: graph.modelTopology, weightSpecs, weightData: weights },
  });
  return loadGraphModel(handler);
}

async function ask(
  model: GraphModel,
  rgb: Float32Array,
  side: number,
  output: string,
): Promise<Float32Array> {
  const input = tensor4d(rgb, [1, side, side, 3]);
  const result = model.execute(input, output) as Tensor;
  const values = (await result.data()) as Float32Array;
  input.dispose();
  result.dispose();
  return values;
}

function foundIn(rows: Float32Array, at: number): FoundObject {
  const share = (i: number) => Math.max(0, Math.min(1, (rows[at + i] as number) / OBJECTS_SIDE));
  const [x, y] = [share(0), share(1)];
  return {
    kind: Math.round(rows[at + 5] as number),
    score: rows[at + 4] as number,
    box: { x, y, width: share(2) - x, height: share(3) - y },
  };
}
