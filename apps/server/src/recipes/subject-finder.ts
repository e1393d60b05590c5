import { Worker } from 'node:worker_threads';
import type { SourceLevel } from '@diplex/core';
import type { Candidate } from '@diplex/sight';
import { Injectable, type OnApplicationShutdown } from '@nestjs/common';
import type { SightOrder } from './sight-worker';

interface Waiting {
  resolve(candidates: readonly Candidate[]): void;
  reject(error: Error): void;
}

/** Asks the networks for the subject of a picture, in a thread of its own that starts when it is first asked. */
@Injectable()
export class SubjectFinder implements OnApplicationShutdown {
  private worker: Worker | null = null;
  private readonly waiting = new Map<number, Waiting>();
  private asked = 0;

  /** What may be the subject, the surest first; none when nothing is sure. */
  find(picture: SourceLevel, coarse: SourceLevel): Promise<readonly Candidate[]> {
    const worker = this.started();
    const id = ++this.asked;
    return new Promise((resolve, reject) => {
      this.waiting.set(id, { resolve, reject });
      worker.postMessage({ id, picture, coarse } satisfies SightOrder);
    });
  }

  private started(): Worker {
    if (this.worker) return this.worker;
    const worker = new Worker(new URL('./sight-worker.js', import.meta.url));
    type Reply = { id: number; candidates: readonly Candidate[] } | { id: number; problem: string };
    worker.on('message', (reply: Reply) => {
      const waiting = this.waiting.get(reply.id);
      this.waiting.delete(reply.id);
      if ('candidates' in reply) waiting?.resolve(reply.candidates);
      else waiting?.reject(new Error(`The subject could not be looked for: ${reply.problem}.`));
    });
    worker.on('error', (error) => {
      for (const each of this.waiting.values()) each.reject(error as Error);
      this.waiting.clear();
      this.worker = null;
    });
    this.worker = worker;
    return worker;
  }

  async onApplicationShutdown(): Promise<void> {
    await this.worker?.terminate();
  }
}
