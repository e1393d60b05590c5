import type { SmallCoverage } from '@diplex/core';
import { floatsInBlock, startKernels } from '@diplex/kernels';
import { readSourceJob, surveyAgreementJob } from './jobs/agreement-jobs';
import { areaOutlineJob, layCoverageJob, wayToTouchJob } from './jobs/area-jobs';
import {
  alignFramesJob,
  findBracketsJob,
  findGhostsJob,
  fuseFramesJob,
} from './jobs/exposure-jobs';
import type { JobHandler } from './jobs/job-handler';
import {
  decodeTileJob,
  encodeTileJob,
  passJob,
  strokeBeginJob,
  strokeDropJob,
  strokeEndJob,
  strokeExtendJob,
} from './jobs/paint-jobs';
import {
  cutLikelyJob,
  followStrandJob,
  groundLevelJob,
  groundPartJob,
  pickJob,
  rankComponentsJob,
  reachMapJob,
  snapLineJob,
} from './jobs/pick-jobs';
import {
  checkEdgeJob,
  halveLevelJob,
  layersAtJob,
  meanColourJob,
  probeJob,
  proposeHorizonJob,
  renderRowsJob,
  renderViewJob,
} from './jobs/render-jobs';
import { smoothOverJob } from './jobs/retouch-jobs';
import {
  borrowColoursJob,
  borrowTextureJob,
  paletteJob,
  readingJob,
  stepColourJob,
  stepHistogramJob,
} from './jobs/step-jobs';
import type { Port } from './port';
import type { JobName, Reply, Request, Start } from './protocol';
import { WorkerPixels } from './worker-pixels';

const HANDLERS: { readonly [Name in JobName]: JobHandler<Name> } = {
  'render-view': renderViewJob,
  probe: probeJob,
  'layers-at': layersAtJob,
  'mean-colour': meanColourJob,
  'step-histogram': stepHistogramJob,
  'step-colour': stepColourJob,
  reading: readingJob,
  'render-rows': renderRowsJob,
  'halve-level': halveLevelJob,
  'decode-tile': decodeTileJob,
  'encode-tile': encodeTileJob,
  'stroke-begin': strokeBeginJob,
  'stroke-extend': strokeExtendJob,
  'stroke-end': strokeEndJob,
  'stroke-drop': strokeDropJob,
  pick: pickJob,
  'cut-likely': cutLikelyJob,
  'reach-map': reachMapJob,
  'ground-level': groundLevelJob,
  'ground-part': groundPartJob,
  'rank-components': rankComponentsJob,
  'follow-strand': followStrandJob,
  'snap-line': snapLineJob,
  'lay-coverage': layCoverageJob,
  'area-outline': areaOutlineJob,
  'way-to-touch': wayToTouchJob,
  'propose-horizon': proposeHorizonJob,
  'survey-agreement': surveyAgreementJob,
  'read-source': readSourceJob,
  'borrow-colours': borrowColoursJob,
  'borrow-texture': borrowTextureJob,
  palette: paletteJob,
  'smooth-over': smoothOverJob,
  'find-brackets': findBracketsJob,
  'align-frames': alignFramesJob,
  'fuse-frames': fuseFramesJob,
  'find-ghosts': findGhostsJob,
  'check-edge': checkEdgeJob,
  pass: passJob,
};

/** Makes this thread a worker of the engine: takes notices, does jobs one after another. */
export function serve(port: Port): void {
  const pixels = new WorkerPixels();
  let cell: Pick<Start, 'stops' | 'seat'> | null = null;
  // A job that waits (for a digest) must not be overtaken by the next.
  let line: Promise<void> = Promise.resolve();
  const work = async (request: Extract<Request, { type: 'job' }>) => {
    try {
      const handler = HANDLERS[request.name] as JobHandler<JobName>;
      const stopped = () => cell !== null && Atomics.load(cell.stops, cell.seat) === request.id;
      const progress = (done: number) =>
        port.post({ type: 'progress', id: request.id, done } satisfies Reply);
      const draft = (coverage: SmallCoverage) =>
        port.post({ type: 'draft', id: request.id, coverage } satisfies Reply);
      const context = { pixels, stopped, progress, draft };
      const { answer, transfer } = await handler(request.ask as never, context);
      port.post({ type: 'done', id: request.id, answer } satisfies Reply, transfer);
    } catch (error) {
      const message = error instanceof Error ? error.message : String(error);
      port.post({ type: 'failed', id: request.id, message } satisfies Reply);
    }
  };
  port.listen(
    (message) => {
      const request = message as Request;
      if (request.type === 'start') {
        startKernels(request.kernels, request.scratch);
        if (request.store) pixels.keepDrawnIn(floatsInBlock(request.store));
        cell = request;
      } else if (request.type !== 'job') pixels.take(request);
      else line = line.then(() => work(request));
    },
    () => undefined,
  );
}
