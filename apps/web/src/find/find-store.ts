import type { Candidate } from '@diplex/sight';
import { SALIENCY_PIXELS, SEEN_PIXELS } from '@diplex/sight/limits';
import { create } from 'zustand';
import { pageEngine } from '../bench/engine';
import { maskInHand, whyNot } from '../bench/mask-in-hand';
import { tellProblem } from '../bench/notice-store';
import { bringGround, inJob, levelOf, pickPlace, pickSeat } from '../picks/run-pick';
import type { SightAsk, SightReply } from './sight-protocol';

interface FindStore {
  /** The layer that was looked at; null when nothing is offered. */
  readonly layer: string | null;
  readonly candidates: readonly Candidate[];
  forget(): void;
}

export const useFind = create<FindStore>((set) => ({
  layer: null,
  candidates: [],
  forget: () => set({ layer: null, candidates: [] }),
}));

/** Looks for what may be the subject of the layer in hand, and offers it. */
export async function findSubject(): Promise<void> {
  const target = maskInHand();
  const reason = whyNot(target);
  if (reason || !target) return tellProblem(reason ?? '');
  const { layer, size } = target;
  useFind.getState().forget();
  await inJob(`Looking for the subject of ${layer.name}`, async (signal, progress) => {
    const levels = [levelOf(size, SEEN_PIXELS), levelOf(size, SALIENCY_PIXELS)];
    const letGo = await bringGround(layer, 'layer', levels);
    try {
      const [picture, coarse] = await Promise.all(
        levels.map((level) => {
          const ask = { ...pickPlace(layer.id), from: 'layer' as const, level };
          return pageEngine().run('ground-level', ask, { ...pickSeat(), signal });
        }),
      );
      if (!picture || !coarse) return;
      progress(0.1);
      const candidates = await look({ picture, coarse }, signal, progress);
      useFind.setState({ layer: layer.id, candidates });
    } finally {
      letGo();
    }
  });
}

/** Asks a worker of its own, which is there for as long as it takes. */
function look(
  ask: SightAsk,
  signal: AbortSignal,
  progress: (done: number) => void,
): Promise<readonly Candidate[]> {
  const worker = new Worker(new URL('./sight-worker.ts', import.meta.url), { type: 'module' });
  return new Promise<readonly Candidate[]>((resolve, reject) => {
    signal.addEventListener('abort', () => resolve([]));
    worker.onerror = (event) => reject(new Error(event.message));
    worker.onmessage = ({ data }: MessageEvent<SightReply>) => {
      if (data.type === 'progress') progress(0.1 + 0.9 * data.done);
      else if (data.type === 'found') resolve(data.candidates);
      else reject(new Error(data.message));
    };
    worker.postMessage(ask);
  }).finally(() => worker.terminate());
}
